/**
 * The one catalogue of what can go wrong: a stable code, the HTTP status it answers with, and what is said to people.
 * Each sentence says what happened, with which value, and what to do. Nothing here knows who asks or how it is shown.
 */
type Facts = Readonly<Record<string, string | number>>

interface Entry {
  readonly status: number
  readonly title: string
  /** What happened, with what value, and the way out. `facts` are the problem's own. */
  readonly detail: (facts: Facts) => string
}

const entry = (status: number, title: string, detail: (facts: Facts) => string): Entry => ({
  status,
  title,
  detail,
})

export const catalogue = {
  // doors
  not_signed_in: entry(
    401,
    'Sign in first',
    () => 'Your session has ended or was never begun. Sign in, and what you typed is still here.',
  ),
  wrong_sign_in: entry(
    401,
    'That did not match',
    () => 'The e-mail address and the password do not go together. Check both and try again.',
  ),
  too_many_tries: entry(
    429,
    'Too many tries',
    (f) => `There were too many tries in a short time. Wait ${f.seconds} seconds, then try again.`,
  ),
  not_allowed: entry(
    403,
    'Not for your role',
    (f) => `Your role (${f.role}) may not do this. Ask someone who is ${f.needed}.`,
  ),
  token_unknown: entry(
    401,
    'Token not known',
    () => 'This token is not known, or it was revoked. Make a new one under Account.',
  ),
  wrong_origin: entry(
    403,
    'Request from elsewhere',
    () => 'This change was asked for by a page that is not the studio, so nothing was done.',
  ),
  wrong_password: entry(
    403,
    'Password does not match',
    () => 'The password of now is not the one you typed. Nothing was changed.',
  ),
  link_over: entry(
    410,
    'Link is over',
    () => 'This link was used already, is too old, or a newer one was made. Ask whoever sent it for another.',
  ),
  person_there: entry(
    409,
    'Already there',
    (f) => `${f.email} can sign in already. Use another address, or set a new password by a link.`,
  ),
  last_owner: entry(409, 'Last owner', () => 'An agency needs an owner. Make somebody else an owner first.'),
  already_set_up: entry(
    409,
    'Set up already',
    () => 'This studio has an agency already. Ask its owner for an invitation.',
  ),
  agency_unclear: entry(
    409,
    'Which agency?',
    () => 'There are several agencies here. Name the one you mean.',
  ),
  client_live: entry(
    409,
    'Still live',
    (f) => `${f.name} has live widgets: ${f.widgets}. Switch them off first, or say that they are to go.`,
  ),
  client_named: entry(
    409,
    'Name taken',
    (f) => `There is a client “${f.name}” already. Two with one name cannot be told apart.`,
  ),
  list_named: entry(
    409,
    'Name taken',
    (f) => `This client has a list “${f.name}” already. Take another name.`,
  ),
  form_named: entry(
    409,
    'Name taken',
    (f) => `This client has a form “${f.name}” already. Take another name.`,
  ),
  form_used: entry(
    409,
    'Form in use',
    (f) => `“${f.name}” stands in these widgets: ${f.widgets}. Choose another form there first.`,
  ),
  calendar_named: entry(
    409,
    'Name taken',
    (f) => `This client has a calendar “${f.name}” already. Take another name.`,
  ),
  calendar_used: entry(
    409,
    'Calendar in use',
    (f) => `“${f.name}” stands in these widgets: ${f.widgets}. Choose another calendar there first.`,
  ),
  switchboard_named: entry(
    409,
    'Name taken',
    (f) => `This client has a switchboard “${f.name}” already. Take another name.`,
  ),
  switchboard_used: entry(
    409,
    'Switchboard in use',
    (f) => `“${f.name}” stands in these widgets: ${f.widgets}. Choose another switchboard there first.`,
  ),
  number_unfit: entry(422, 'Not a number that can be rung', (f) =>
    f.why === 'costly'
      ? `${f.name} has “${f.number}”, which costs extra to ring. Take an ordinary number.`
      : f.why === 'abroad'
        ? `${f.name} has “${f.number}”, which lies in none of the countries that are rung. Add its country, or take another number.`
        : `${f.name} has “${f.number}”, which is no telephone number. Check it for missing digits.`,
  ),
  no_sound: entry(
    422,
    'No sound',
    (f) =>
      `“${f.name}” is no sound that can be played on a telephone (WAV, one channel, up to ${f.seconds} seconds).`,
  ),
  sound_used: entry(
    409,
    'Sound in use',
    (f) => `“${f.name}” is played by ${f.switchboards}. Choose another greeting there first.`,
  ),
  no_calendar: entry(
    422,
    'No calendar',
    (f) =>
      `What ${f.host} answers is no calendar (iCalendar). Copy the address that its program gives for subscribing.`,
  ),
  calendar_server_elsewhere: entry(
    422,
    'Calendar server elsewhere',
    (f) => `${f.host} sends us on to ${f.elsewhere}. Enter an address there, if that is the right server.`,
  ),
  calendar_server_unknown: entry(
    422,
    'No calendar server',
    (f) =>
      `${f.host} does not answer as a calendar server (CalDAV). Look up its address in the program’s help.`,
  ),
  calendar_server_refuses: entry(
    422,
    'Login refused',
    (f) =>
      `${f.host} does not take this name and password. Some servers want a password made for other programs.`,
  ),
  calendar_server_empty: entry(
    422,
    'No calendars there',
    (f) => `This login sees no calendar at ${f.host}. Make one there first.`,
  ),
  time_gone: entry(
    409,
    'Time taken',
    (f) => `${f.service} can’t be booked at that time: ${f.why}. Choose another time.`,
  ),
  booking_over: entry(
    409,
    'Booking is over',
    () => 'This booking has been cancelled, or its time has passed. Make a new one.',
  ),
  webhook_there: entry(
    409,
    'Webhook there already',
    (f) => `This client has a webhook at ${f.url}. Use that one, or remove it first.`,
  ),
  too_many_webhooks: entry(
    409,
    'Too many webhooks',
    (f) => `A client has ${f.most} webhooks at most. Remove one that is not needed any more.`,
  ),
  no_sender: entry(
    409,
    'No address',
    () => 'Whoever sent this left no e-mail address, so nothing can be answered. Write a note instead.',
  ),
  address_taken: entry(
    409,
    'Address taken',
    (f) =>
      `Another widget has the address “${f.address}”.${f.free ? ` “${f.free}” is free.` : ' Write another one.'}`,
  ),
  signed_facts: entry(
    409,
    'Not to be rewritten',
    (f) =>
      `${f.what} of a review are its writer’s. Hide the review instead, or ask for it to be changed where it was written.`,
  ),
  missing: entry(
    404,
    'Not there',
    (f) => `There is no ${f.what} here. It may have been deleted, or the address may be mistyped.`,
  ),
  input_invalid: entry(
    400,
    'Something needs mending',
    (f) => `${f.where ? `${f.where}: ` : ''}${f.why}. Nothing was changed.`,
  ),
  body_too_large: entry(
    413,
    'Too much at once',
    (f) => `The request was larger than ${f.limit} kB. Send less at once.`,
  ),
  method_unknown: entry(405, 'Not done this way', (f) => `${f.method} is not answered at this address.`),
  // drafts
  draft_conflict: entry(
    409,
    'Changed by someone else',
    (f) =>
      `${f.label} was changed to “${f.theirs}” by ${f.who} while you set it to “${f.yours}”. Choose which one stays.`,
  ),
  draft_gone_ahead: entry(
    409,
    'Draft has moved on',
    (f) =>
      `You were looking at revision ${f.seen}, the draft is at ${f.now}. Load it again; what you typed is kept.`,
  ),
  draft_moved: entry(
    409,
    'Changed meanwhile',
    (f) => `${f.who} changed the draft since you last saw it: ${f.what}. Look at it, then publish again.`,
  ),
  revision_needed: entry(
    428,
    'Revision needed',
    () => 'Name the draft revision that you saw in If-Match, like "7", so that nothing is published unseen.',
  ),
  setting_unknown: entry(
    400,
    'No such setting',
    (f) => `There is no setting “${f.path}” in this kind of widget.`,
  ),
  setting_invalid: entry(400, 'Value does not fit', (f) => `${f.label} cannot be ${f.value}: ${f.why}.`),
  nothing_to_publish: entry(
    409,
    'Nothing to publish',
    (f) => `Release ${f.number} is live and the draft is the same.`,
  ),
  intake_needed: entry(
    409,
    'Something is missing',
    (f) => `${f.what}, so there is nothing to show. Choose it under Gather.`,
  ),
  // sources
  address_invalid: entry(
    400,
    'Not an address',
    (f) => `“${f.address}” cannot be an address. An address looks like example.org/feed.`,
  ),
  address_scheme: entry(
    400,
    'Only web addresses',
    (f) => `“${f.address}” begins with ${f.scheme}; only http and https addresses can be read.`,
  ),
  address_refused: entry(
    400,
    'Address not reachable from here',
    (f) => `${f.host} leads to a private or special network (${f.ip}), which is never read.`,
  ),
  host_unknown: entry(502, 'No such host', (f) => `The host ${f.host} was not found. Check its spelling.`),
  host_silent: entry(
    502,
    'No answer',
    (f) => `${f.host} did not answer (${f.why}). It may be down; it is tried again by itself.`,
  ),
  too_slow: entry(
    504,
    'Too slow',
    (f) => `${f.host} took longer than ${f.seconds} seconds. It is tried again by itself.`,
  ),
  too_large: entry(
    502,
    'Too large',
    (f) => `${f.host} sent more than ${f.limit} MB, which is more than is read.`,
  ),
  too_many_redirects: entry(
    502,
    'Sent in circles',
    (f) => `${f.host} redirected more than ${f.limit} times.`,
  ),
  source_answered: entry(
    502,
    'Source refused',
    (f) => `${f.host} answered ${f.status} (${f.meaning}). ${f.advice}`,
  ),
  source_closed: entry(
    502,
    'Source is closed',
    (f) => `${f.host} answered ${f.status} (${f.meaning}). Whoever runs it has to open it to the public.`,
  ),
  source_gone: entry(
    502,
    'Source is gone',
    (f) => `${f.address} is gone for good, its host says. Ask the client for the new address.`,
  ),
  nothing_readable: entry(
    422,
    'No feed at this address',
    (f) =>
      `${f.address} is ${f.kind} and announces no feed. Look on the site for “feed”, “RSS” or “subscribe”, and paste that address.`,
  ),
  too_much_to_read: entry(
    422,
    'Too much to read',
    (f) =>
      `Reading ${f.address} was stopped, because it took too long or too much memory. What was read before stays. Ask for a smaller file, or one without rules that repeat endlessly.`,
  ),
  picture_unreadable: entry(
    422,
    'No picture',
    (f) =>
      `“${f.name}” cannot be read as a picture, or has more than 50 million points. Save it as JPEG, PNG, WebP or SVG and upload that.`,
  ),
  page_too_complex: entry(
    422,
    'Page too complex',
    (f) =>
      `${f.url} could not be prepared for the preview: it is nested too deep or too large. Use another page of the site.`,
  ),
  source_exists: entry(409, 'Already there', (f) => `This client already has that source, as “${f.label}”.`),
  table_gone_ahead: entry(
    409,
    'Changed by someone else',
    (f) =>
      `“${f.label}” was changed by someone else while you edited it. What you typed is kept; choose which one stays.`,
  ),
  source_in_use: entry(
    409,
    'Still in use',
    (f) => `“${f.label}” feeds ${f.widgets}. Take it out there first.`,
  ),
  connection_lost: entry(
    409,
    'Connection lost',
    (f) =>
      `${f.label} does not let us in any more. Sign in there again; until then everything stays as it is.`,
  ),
  connection_refused: entry(
    403,
    'Not allowed over there',
    (f) =>
      `${f.label} did not allow it, or the owner refused. Nothing was connected; try again when they agree.`,
  ),
  sign_in_over: entry(
    400,
    'Sign-in took too long',
    () =>
      'This sign-in was not begun here, was used already, or is older than ten minutes. Begin again under Gather.',
  ),
  invitation_over: entry(
    410,
    'Link is over',
    () => 'This link was used already, is too old, or a newer one was sent. Ask whoever sent it for another.',
  ),
  file_refused: entry(422, 'File not taken', (f) => `“${f.name}” was not taken: ${f.why}`),
  key_refused: entry(
    403,
    'Key refused',
    (f) => `${f.label} does not know that key. Check it, or ask for a new one.`,
  ),
  too_many_sources: entry(
    409,
    'Limit reached',
    (f) => `This agency keeps ${f.limit} sources, the most it may. Remove one first.`,
  ),
  // system
  database_away: entry(
    503,
    'The database does not answer',
    () =>
      'Live widgets go on as they are. The studio cannot save or load until it is back, and tries again by itself.',
  ),
  unexpected: entry(
    500,
    'Something broke here',
    (f) =>
      `This is our fault, not yours. Nothing was changed. If it happens again, pass on this mark: ${f.mark}`,
  ),
} as const satisfies Record<string, Entry>

export type ProblemCode = keyof typeof catalogue

export interface Problem {
  readonly code: ProblemCode
  readonly facts: Facts
}

export const problem = (code: ProblemCode, facts: Facts = {}): Problem => ({ code, facts })

/** RFC 9457 problem details, plus our stable `code` and the facts it was built from. */
export interface ProblemDetails {
  readonly type: string
  readonly title: string
  readonly status: number
  readonly detail: string
  readonly code: ProblemCode
  readonly facts: Facts
}

export function describeProblem({ code, facts }: Problem): ProblemDetails {
  const { status, title, detail } = catalogue[code]
  return { type: `urn:yimble:problem:${code}`, title, status, detail: detail(facts), code, facts }
}

/** Thrown where a service cannot go on; the API turns it into problem details. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(describeProblem(problem).detail)
    this.name = 'ProblemError'
  }
}
