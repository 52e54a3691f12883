/**
 * Shapes of the API: what goes in and out, checked at the border and typed on both sides. One file an object.
 */
export * from './shapes/access'
export * from './shapes/booking'
export * from './shapes/clients'
export * from './shapes/connections'
export * from './shapes/items'
export * from './shapes/partners'
export * from './shapes/ring'
export * from './shapes/settings'
export * from './shapes/sources'
export * from './shapes/visitors'
export * from './shapes/widgets'
