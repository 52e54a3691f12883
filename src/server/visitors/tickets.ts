/**
 * A ticket says since when a form has been alive at a visitor's: signed, so that nobody can make one up. Nobody reads and
 * fills in a form in less than a moment.
 */
import { isSigned, signatureOf } from '../signatures'

const leastMs = 1_500
/** Said of the first word of a talk as well, where somebody presses a suggestion at once. What follows shows that it was a person. */
export const tooFast = 'The form was filled in faster than anybody can read it.'
const mostMs = 24 * 3_600_000

const purpose = 'tickets'

export function newTicket(ref: string, now = Date.now()): string {
  const at = now.toString(36)
  return `${at}.${signatureOf(purpose, `${ref} ${at}`)}`
}

/** @returns what is suspicious about it; undefined when nothing is */
export function suspicionOf(ticket: string, ref: string, now = Date.now()): string | undefined {
  const [, at = '', sum = ''] = /^([0-9a-z]+)\.([\w-]{22})$/.exec(ticket) ?? []
  if (!isSigned(purpose, `${ref} ${at}`, sum)) return 'It did not come through the form.'
  const age = now - parseInt(at, 36)
  if (age < leastMs) return tooFast
  return age > mostMs ? 'The form had been open for more than a day.' : undefined
}
