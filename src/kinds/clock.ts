/** The visitor's own clock, for islands: nothing that is rendered ahead may ask it. */

/** Minutes since 1970, UTC. */
export const nowMinute = (): number => Math.floor(Date.now() / 60_000)
/** IANA name of the visitor's time zone. */
export const ownZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone

/** Such as `2026-11-27`, by the visitor's own calendar. */
export const today = (): string =>
  new Date(Date.now() - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
