/**
 * A ticket says since when a form has been alive at a visitor's: signed, so that nobody can make one up. Nobody reads and
 * fills in a form in less than a moment. One that is missing or old tells nothing: the network may have failed as the page
 * loaded, and a tab may stay open for days.
 */
import { isSigned, signatureOf } from '../signatures'

const leastMs = 1_500
/** Said of the first word of a talk as well, where somebody presses a suggestion at once. What follows shows that it was a person. */
export const tooFast = 'The form was filled in faster than anybody can read it.'

const purpose = 'tickets'

export function newTicket(ref: string, now = Date.now()): string {
  const at = now.toString(36)
  return `${at}.${signatureOf(purpose, `${ref} ${at}`)}`
}

/** @returns what is suspicious about it; undefined when nothing is */
export function suspicionOf(ticket: string, ref: string, now = Date.now()): string | undefined {
  if (ticket === '') return undefined
  const [, at = '', sum = ''] = /^([0-9a-z]+)\.([\w-]{22})$/.exec(ticket) ?? []
  if (!isSigned(purpose, `${ref} ${at}`, sum)) return 'It did not come through the form.'
  return now - parseInt(at, 36) < leastMs ? tooFast : undefined
}
