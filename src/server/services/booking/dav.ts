/** A calendar on somebody's own server, by CalDAV (RFC 4791): what stands there, and our events among it. */
import {
  createAccount,
  createCalendarObject,
  deleteCalendarObject,
  fetchCalendarObjects,
  fetchCalendars,
  getBasicAuthHeaders,
  updateCalendarObject,
} from 'tsdav'
import { davDoor } from '../../fetch/davDoor'
import { problem, ProblemError } from '@/core/problems'
import { refusalOf } from '../../fetch/fetchAddress'

export interface DavLogin {
  readonly user: string
  readonly password: string
}
export interface DavCalendar {
  readonly url: string
  readonly name: string
}
export interface DavObject {
  readonly href: string
  readonly etag: string
  /** iCalendar */
  readonly text: string
}
/** `conflict`: it has been changed there meanwhile, or is there already, or is gone. */
export type Written = { readonly etag: string | undefined } | 'conflict'

const headersOf = ({ user, password }: DavLogin) =>
  getBasicAuthHeaders({ username: user, password }) as Record<string, string>

/**
 * Looks from any address of the server, or of the account.
 * @throws ProblemError when it cannot be reached, refuses the login, or knows no calendars
 */
export async function findDavCalendars(url: string, login: DavLogin): Promise<DavCalendar[]> {
  const { host } = new URL(url)
  const common = { headers: headersOf(login), fetch: davDoor(url) }
  const account = await saying(host, () =>
    createAccount({
      account: {
        serverUrl: url,
        accountType: 'caldav',
        credentials: { username: login.user, password: login.password },
      },
      ...common,
    }),
  )
  const all = await saying(host, () => fetchCalendars({ account, ...common }))
  const calendars = all
    .filter(({ components }) => !components || components.includes('VEVENT'))
    .map((one) => ({
      url: one.url,
      name: typeof one.displayName === 'string' && one.displayName ? one.displayName : 'No name',
    }))
  if (calendars.length === 0) throw new ProblemError(problem('calendar_server_empty', { host }))
  return calendars.slice(0, 100)
}

/** What the package throws says nothing to whoever typed the address. */
async function saying<T>(host: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ProblemError) throw error
    const isRefused = /credential|unauthorized|401|403/i.test((error as Error).message)
    throw new ProblemError(
      isRefused ? problem('calendar_server_refuses', { host }) : problem('calendar_server_unknown', { host }),
    )
  }
}

export function davCalendar(url: string, login: DavLogin) {
  const common = { headers: headersOf(login), fetch: davDoor(url) }
  const outcome = (answer: Response): Written => {
    if ([404, 409, 412].includes(answer.status)) return 'conflict'
    if (!answer.ok) throw new ProblemError(refusalOf(answer.status, url))
    return { etag: answer.headers.get('etag') ?? undefined }
  }
  return {
    /** Whole objects that touch the span; what repeats is not expanded. Moments are minutes since 1970. */
    async within(from: number, until: number): Promise<DavObject[]> {
      const iso = (minute: number) => new Date(minute * 60_000).toISOString()
      const all = await saying(new URL(url).host, () =>
        fetchCalendarObjects({
          calendar: { url },
          timeRange: { start: iso(from), end: iso(until) },
          urlFilter: () => true,
          ...common,
        }),
      )
      return all.flatMap(({ url: href, etag, data }) =>
        typeof data === 'string' && etag ? [{ href, etag, text: data }] : [],
      )
    },
    /** @returns `conflict` where something of that name, or with that UID, is there already */
    create: async (filename: string, text: string): Promise<Written> =>
      outcome(await createCalendarObject({ calendar: { url }, filename, iCalString: text, ...common })),
    /** @param object.etag - of what was read last: what was changed since is not overwritten */
    change: async ({ href, etag, text }: DavObject): Promise<Written> =>
      outcome(await updateCalendarObject({ calendarObject: { url: href, etag, data: text }, ...common })),
    remove: async ({ href, etag }: Omit<DavObject, 'text'>): Promise<Written> =>
      outcome(await deleteCalendarObject({ calendarObject: { url: href, etag }, ...common })),
  }
}
