/** Calendars that tests make, and what was booked in them. */
import type { Browser } from './browser'
import { api, clientNamed, world } from './world'

let made = 0
/** A calendar of a client's with this in it. */
export async function newCalendar<T extends { readonly id: string }>(
  browser: Browser,
  client: string,
  calendar: object,
): Promise<T> {
  await browser.driver.get(`${world.studio}/account`)
  const { id } = await api<T>(browser, 'POST', `/clients/${await clientNamed(browser, client)}/calendars`, {
    name: `Visits ${Date.now()} ${(made += 1)}`,
    from: 'visits',
  })
  return api(browser, 'PATCH', `/calendars/${id}/body`, { calendar }, { 'if-match': '"0"' })
}

export interface Booked {
  readonly name: string
  readonly start: string
  readonly state: string
  readonly who: readonly string[]
  readonly count: number
}

/** From yesterday on, for two months. */
export async function bookingsOf(browser: Browser, { id }: { readonly id: string }): Promise<Booked[]> {
  const from = new Date(Date.now() - 86_400_000).toISOString()
  const until = new Date(Date.now() + 60 * 86_400_000).toISOString()
  await browser.driver.get(`${world.studio}/account`)
  return api(browser, 'POST', `/calendars/${id}/bookings/find`, { from, until })
}
