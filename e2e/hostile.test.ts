/** Hostile markup in a feed never runs, on any surface. */
import { createServer, type Server } from 'node:http'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { api, clientNamed, signedIn, world, publishNow } from './world'

const vectors = [
  '<script>window.hit=1</script>',
  '<img src=x onerror="window.hit=1">',
  '<svg onload="window.hit=1">',
  '<a href="javascript:window.hit=1">x</a>',
  '"><script>window.hit=1</script>',
  '</style><script>window.hit=1</script>',
  '<iframe srcdoc="<script>parent.hit=1</script>"></iframe>',
  '&lt;img src=x onerror=window.hit=1&gt;',
  '<math><mtext><table><mglyph><style><img src=x onerror=window.hit=1>',
  '${window.hit=1}',
  '\u2028<img src=x onerror=window.hit=1>',
]
const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')
const feed = `<rss version="2.0"><channel><title>${escape(vectors[0]!)}</title>${vectors.map((vector, at) => `<item><guid>${at}</guid><title>${escape(vector)}</title><link>${at % 2 ? 'javascript:window.hit=1' : `https://x.example/?${escape(vector)}`}</link><author>${escape(vector)}</author><description>${escape(vector)}</description><category>${escape(vector)}</category><enclosure type="image/png" url="https://x.example/&quot;onerror=&quot;window.hit=1"/></item>`).join('')}</channel></rss>`

let browser: Browser
let server: Server
beforeAll(async () => {
  browser = await signedIn()
  server = createServer((_request, response) =>
    response.writeHead(200, { 'content-type': 'application/rss+xml' }).end(feed),
  )
  await new Promise<void>((done) =>
    server.listen(Number(process.env.YIMBLE_STANDINS_PORT), '127.0.0.8', done),
  )
})
afterAll(async () => {
  server.close()
  server.closeAllConnections()
  await browser.close()
})

test('studio, stage, script, frame and hosted page', async () => {
  const client = await clientNamed(browser, 'Kiln & Tide')
  const source = await api<{ id: string }>(browser, 'POST', `/clients/${client}/sources`, {
    address: `http://127.0.0.8:${process.env.YIMBLE_STANDINS_PORT}/feed`,
  })
  const widget = await api<{ id: string; ref: string; settings: Record<string, unknown> }>(
    browser,
    'POST',
    `/clients/${client}/widgets`,
    { kind: 'feed', name: '<img src=x onerror=window.hit=1>', from: 'list' },
  )
  const wanted: Record<string, unknown> = {
    sources: [source.id],
    'heading.text': vectors[5],
    'facts.author': true,
    'facts.source': true,
    'facts.summary': '6',
    'rules.limit': 50,
    'link.label': vectors[1]!.slice(0, 40),
  }
  await api(
    browser,
    'PATCH',
    `/widgets/${widget.id}/draft`,
    {
      patches: Object.entries(wanted).map(([path, to]) => ({
        path,
        from: widget.settings[path],
        to,
        label: 'x',
      })),
    },
    { 'if-match': '"0"' },
  )
  await publishNow(browser, widget.id)
  for (const address of [
    `${world.studio}/widgets/${widget.id}`,
    `${world.studio}/widgets/${widget.id}/table`,
    `${world.studio}/sources/${source.id}`,
    `${world.studio}/clients/${client}`,
    `${world.delivery}/f/${widget.ref}`,
    `${world.delivery}/h/${widget.ref}`,
  ]) {
    await browser.driver.get(address)
    await new Promise((done) => setTimeout(done, 1_200))
    expect([address, await browser.driver.executeScript('return window.hit ?? null')]).toEqual([
      address,
      null,
    ])
    if (address.endsWith('/table'))
      await browser.see(`//div[@role="grid"][@aria-rowcount="${vectors.length}"]`)
    if (address.endsWith(`/widgets/${widget.id}`)) {
      await browser.driver
        .switchTo()
        .frame(await browser.see('//section[contains(@aria-label, "on a computer")]//iframe'))
      expect(
        await browser.until<number>(
          `document.querySelector('[data-stage]')?.shadowRoot?.querySelectorAll('[part=card]').length ?? 0`,
          (count) => count === vectors.length,
        ),
      ).toBe(vectors.length)
      expect(await browser.driver.executeScript('return window.hit ?? null')).toBeNull()
      await browser.driver.switchTo().defaultContent()
    }
  }
})
