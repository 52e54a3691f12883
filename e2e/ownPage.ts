/** A client's page of the test's own, on a server of its own, with whatever stands in it. */
import { afterAll, beforeAll } from '@jest/globals'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Browser } from './browser'
import { typed } from './inWidget'
import { signedIn, statesHere, world } from './world'

export const script = `<script async src="${world.delivery}/embed.js"></script>`
export const element = (ref: string, more = '') =>
  `<yimble-widget data-yimble="${ref}" ${more}></yimble-widget>`

export interface OwnPage {
  /** Signed in to the studio; there once the tests run. */
  readonly browser: Browser
  /** @param policy - headers of the page @param inline - a script that it runs first */
  open(body: string, head?: string, policy?: Record<string, string>, inline?: string): Promise<void>
  /** Until so many widgets are past loading. @returns their states */
  settled(count: number): Promise<string[]>
  studio(): Promise<void>
  /** @param expression - JavaScript, in the page */
  inPage<T>(expression: string): Promise<T>
  /** Types into a field of the widget's. */
  put(name: string, value: string): Promise<unknown>
}

export function startOwnPage(): OwnPage {
  let browser: Browser
  let server: Server
  let page = ''
  let headers: Record<string, string> = {}
  beforeAll(async () => {
    browser = await signedIn()
    server = createServer((_request, response) =>
      response.writeHead(200, { 'content-type': 'text/html', ...headers }).end(page),
    )
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  })
  afterAll(async () => {
    server.close()
    server.closeAllConnections()
    await browser.close()
  })
  const inPage = <T>(expression: string) => browser.driver.executeScript<T>(`return ${expression}`)
  return {
    get browser() {
      return browser
    },
    async open(body, head = '', policy = {}, inline = '') {
      if (inline) head += `<script>${inline}</script>`
      page = `<!doctype html><html lang="en"><head><meta name="viewport" content="width=device-width"><title>Client</title>${head}</head><body>${body}</body></html>`
      headers = policy
      await browser.protocol('Network.clearBrowserCache')
      await browser.driver.get(`http://127.0.0.1:${(server.address() as AddressInfo).port}`)
    },
    settled: (count) =>
      browser.until<string[]>(
        statesHere,
        (states) =>
          states.length === count && states.every((state) => state !== undefined && state !== 'loading'),
      ),
    studio: () => browser.driver.get(`${world.studio}/account`),
    inPage,
    put: (name, value) => inPage(typed(name, value)),
  }
}
