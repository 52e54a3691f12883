/** The visitor's own clock, for islands: nothing that is rendered ahead may ask it. */

/** Minutes since 1970, UTC. */
export const nowMinute = (): number => Math.floor(Date.now() / 60_000)
/** IANA name of the visitor's time zone. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone
