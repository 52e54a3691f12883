/** The running world that `./yimble test` started, and steps that several tests share. */
import { openBrowser, type Browser } from './browser'

const need = (name: string): string => {
  const value = process.env[name]
  if (!value) throw new Error('Browser tests are started by ./yimble test browser')
  return value
}

export const world = {
  studio: need('YIMBLE_STUDIO_URL'),
  delivery: need('YIMBLE_DELIVERY_URL'),
  publisher: `http://127.0.0.4:${need('YIMBLE_STANDINS_PORT')}`,
  kiln: `http://127.0.0.5:${need('YIMBLE_STANDINS_PORT')}`,
  quay: `http://127.0.0.6:${need('YIMBLE_STANDINS_PORT')}`,
  calendars: need('YIMBLE_STANDINS_CALENDARS'),
  nursery: `http://127.0.0.7:${need('YIMBLE_STANDINS_PORT')}`,
}

export async function signIn(
  browser: Browser,
  email = 'designer@fernhollow.example',
  password = 'fernhollow',
): Promise<void> {
  await browser.driver.get(`${world.studio}/sign-in`)
  await browser.type('input[name=email]', email)
  await browser.type('input[name=password]', password)
  await browser.click('button[type=submit]')
  await browser.see('//h1[normalize-space()="Clients"]')
}

/** A browser that is signed in already. */
export async function signedIn(): Promise<Browser> {
  const browser = await openBrowser()
  await signIn(browser)
  return browser
}

/** A browser of its own for one person of the demo's agency. */
export async function openSignedIn(email: string): Promise<Browser> {
  const browser = await openBrowser()
  await signIn(browser, email)
  return browser
}

/** Calls the API from the studio's page, with its session. */
export async function api<T>(
  browser: Browser,
  method: string,
  path: string,
  body?: object,
  headers: object = {},
): Promise<T> {
  const answer = await browser.driver.executeAsyncScript<{ status: number; value: T }>(
    `const [method, path, body, headers, done] = arguments
     fetch('/api/v1' + path, { method, body: body && JSON.stringify(body), headers: { 'content-type': 'application/json', ...headers } }).then(async (answer) => done({ status: answer.status, value: answer.status === 204 ? null : await answer.json() }))`,
    method,
    path,
    body ?? null,
    headers,
  )
  if (answer.status >= 300)
    throw new Error(`${method} ${path} answered ${answer.status}: ${JSON.stringify(answer.value)}`)
  return answer.value
}

export async function clientNamed(browser: Browser, name: string): Promise<string> {
  return (await api<{ id: string; name: string }[]>(browser, 'GET', '/clients')).find(
    (one) => one.name === name,
  )!.id
}

/** The feed that the demo gave a client, whatever other tests have added. */
export async function ownFeed(browser: Browser, client: string): Promise<{ id: string } | undefined> {
  const sources = await api<{ id: string; address: string }[]>(browser, 'GET', `/clients/${client}/sources`)
  return sources.find(({ address }) =>
    /^http:\/\/127\.0\.0\.4:\d+\/\w+\/(rss\.xml|atom\.xml|feed\.json)$/.test(address),
  )
}

interface Made {
  readonly id: string
  readonly ref: string
  readonly settings: Record<string, unknown>
}

/** A live feed widget made by the API. @param settings - beside the source */
export async function liveWidget(
  browser: Browser,
  clientName: string,
  settings: Readonly<Record<string, unknown>>,
  from = 'cards',
): Promise<Made> {
  const client = await clientNamed(browser, clientName)
  const source = await ownFeed(browser, client)
  return make(browser, client, 'feed', from, { sources: [source!.id], ...settings })
}

/** A live widget of any kind, from a source that the demo gave its client. @param label - the source's */
export async function liveKind(
  browser: Browser,
  clientName: string,
  kind: string,
  from: string,
  label: string,
  settings: Readonly<Record<string, unknown>> = {},
): Promise<Made> {
  const client = await clientNamed(browser, clientName)
  const sources = await api<{ id: string; label: string }[]>(browser, 'GET', `/clients/${client}/sources`)
  const source = sources.find((one) => one.label === label)
  return make(browser, client, kind, from, { sources: [source!.id], ...settings })
}

/** A live widget that shows no entries, such as a sign-up. */
export const liveObject = (
  browser: Browser,
  client: string,
  kind: string,
  from: string,
  settings: Readonly<Record<string, unknown>>,
): Promise<Made> => make(browser, client, kind, from, settings)

/** Mails that came for an address, newest first; waits for the first. */
export async function mailsTo(address: string): Promise<{ subject: string; text: string }[]> {
  const url = `http://127.0.0.19:${process.env.YIMBLE_STANDINS_PORT}/api/mails?to=${encodeURIComponent(address)}`
  for (let tries = 0; tries < 60; tries += 1) {
    // A connection of its own each time: one that is kept may be closed by the other side just as it is used again.
    const response = await fetch(url, { headers: { connection: 'close' } })
    const mails = (await response.json()) as { subject: string; text: string }[]
    if (mails.length > 0) return mails
    await new Promise((done) => setTimeout(done, 250))
  }
  throw new Error(`no mail came for ${address}`)
}

/**
 * How a widget was seen on clients' pages. One address is heard some times a minute only, and all tests have the same one,
 * so the pages are visited again until they were heard. @param visit - opens the pages
 */
export async function sightingsOf(
  browser: Browser,
  widgetId: string,
  forms: readonly string[],
  visit: () => Promise<void>,
): Promise<{ form: string; width: number }[]> {
  for (let tries = 0; ; tries += 1) {
    await browser.driver.get(`${world.studio}/account`)
    const { sightings } = await api<{ sightings: { form: string; width: number }[] }>(
      browser,
      'GET',
      `/widgets/${widgetId}`,
    )
    if (tries === 15 || forms.every((form) => sightings.some((one) => one.form === form))) return sightings
    await new Promise((done) => setTimeout(done, 5_000))
    await visit()
  }
}

async function make(
  browser: Browser,
  client: string,
  kind: string,
  from: string,
  settings: Readonly<Record<string, unknown>>,
): Promise<Made> {
  const name = 'Made by a test'
  const widget = await api<Made>(browser, 'POST', `/clients/${client}/widgets`, { kind, name, from })
  const patches = Object.entries(settings).map(([path, to]) => ({
    path,
    from: widget.settings[path],
    to,
    label: 'test',
  }))
  if (patches.length > 0)
    await api(browser, 'PATCH', `/widgets/${widget.id}/draft`, { patches }, { 'if-match': '"0"' })
  return publishNow(browser, widget.id)
}

/** Publishes a widget as it is now. */
export async function publishNow<T>(browser: Browser, id: string): Promise<T> {
  const { draftRevision } = await api<{ draftRevision: number }>(browser, 'GET', `/widgets/${id}`)
  return api<T>(browser, 'POST', `/widgets/${id}/releases`, undefined, { 'if-match': `"${draftRevision}"` })
}

/** As a practitioner does: into the slot's field of the site's editor, and save. */
export async function paste(browser: Browser, site: string, slot: string, snippet: string): Promise<void> {
  await browser.driver.get(`${site}/edit`)
  await browser.see(`#${slot}`)
  await browser.driver.executeScript(
    'arguments[0].value = arguments[1]',
    await browser.see(`#${slot}`),
    snippet,
  )
  await browser.click(`//textarea[@id="${slot}"]/following-sibling::button`)
  await browser.see('[role=status]')
}

/** The widgets' states on the page that is open. */
export const statesHere = `[...document.querySelectorAll('[data-yimble]')].map((element) => element.dataset.state)`
