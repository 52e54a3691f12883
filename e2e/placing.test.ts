/**
 * Any place on a page: pointed at on the stage, by mouse and by keys, in pages that know nothing of us. The live page then
 * shows the widget where the stage did, and the place is found again after the page has changed.
 */
import { createServer, type Server } from 'node:http'
import { afterAll, beforeAll, describe, test } from '@jest/globals'
import { button, type Browser } from './browser'
import { api, clientNamed, ownFeed, publishNow, signedIn, world } from './world'

const port = Number(process.env.YIMBLE_STANDINS_PORT)
const origin = `http://127.0.0.9:${port}`
/** As themes are built: a grid of sections, a text beside a picture in a row, a side column, a dark footer in columns. */
const page = (
  changes: { services?: string; extra?: string; live?: readonly [at: string, code: string] } = {},
) => {
  const put = (name: string) => (changes.live?.[0] === name ? changes.live[1] : '')
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Home</title><style>
*{box-sizing:border-box}body{margin:0;font:17px/1.6 Georgia,serif;color:#222}img{max-width:100%;height:auto}
.wrap{max-width:1100px;margin:0 auto;padding:0 24px}header{position:sticky;top:0;background:#fff;padding:18px 0;border-bottom:1px solid #ddd}
section{padding:56px 0}.row{display:flex;gap:40px;align-items:flex-start}.row>*{flex:1;min-width:0}
.cols{display:grid;grid-template-columns:repeat(3,1fr);gap:24px}.with-side{display:grid;grid-template-columns:1fr 260px;gap:48px}
aside{font-size:15px}footer{background:#1d2427;color:#dfe4e1;padding:48px 0}
@media(max-width:760px){.row{flex-direction:column}.cols,.with-side{grid-template-columns:1fr}}
</style></head><body><header><div class="wrap">The workshop</div></header><main>
<section><div class="wrap row"><div class="text"><h1>Made by hand</h1><p>A first paragraph about the place, long enough to wrap.</p><p>A second one.</p>${put('text')}</div><div class="shape" style="height:260px;background:#cdb"></div></div></section>
${changes.extra ?? ''}
<section><div class="wrap"><h2>${changes.services ?? 'Our services'}</h2><div class="cols"><p>One</p><p>Two</p><p>Three</p></div></div></section>
${put('between')}
<section><div class="wrap with-side"><div><h2>Notes</h2><p>${'Words of the long column. '.repeat(30)}</p></div><aside>${put('side')}<h3>Opening hours</h3><p>Monday to Friday</p></aside></div></section>
</main><footer><div class="wrap cols"><div>${put('footer')}<h4>Find us</h4><p>Marsh Road</p></div><div><h4>Call</h4><p>01632 960001</p><a href="/away"><p class="linked">All numbers</p></a></div></div></footer></body></html>`
}
let shown = page()
let server: Server
let browser: Browser
let widget: { id: string; ref: string }

beforeAll(async () => {
  server = createServer((_request, response) =>
    response.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).end(shown),
  )
  await new Promise<void>((done) => server.listen(port, '127.0.0.9', done))
  browser = await signedIn()
  const client = await clientNamed(browser, 'Kiln & Tide')
  const source = await ownFeed(browser, client)
  const site = await api<{ pages: { id: string }[] }>(browser, 'POST', `/clients/${client}/sites`, {
    address: origin,
    name: 'Placed',
  })
  widget = await api(browser, 'POST', `/clients/${client}/widgets`, {
    kind: 'feed',
    name: 'Placed',
    from: 'list',
  })
  await api(
    browser,
    'PATCH',
    `/widgets/${widget.id}/draft`,
    {
      patches: [
        { path: 'sources', from: [], to: [source!.id], label: 'x' },
        { path: 'rules.limit', from: 5, to: 2, label: 'x' },
        { path: 'space.above', from: 0, to: 16, label: 'x' },
      ],
    },
    { 'if-match': '"0"' },
  )
  await api(browser, 'PATCH', `/widgets/${widget.id}`, { pageId: site.pages[0]!.id })
  await publishNow(browser, widget.id)
  await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
  await browser.click('//nav[@aria-label="Steps"]//button[contains(., "Place")]')
})
afterAll(async () => {
  server.close()
  server.closeAllConnections()
  await browser.close()
})

async function inFrame<T>(device: string, work: () => Promise<T>): Promise<T> {
  await browser.driver.switchTo().frame(await browser.see(`iframe[data-stage-frame="${device}"]`))
  try {
    return await work()
  } finally {
    await browser.driver.switchTo().defaultContent()
  }
}
const box = `(() => { const box = (document.querySelector('[data-stage]') ?? document.querySelector('[data-yimble]')).getBoundingClientRect(); return [box.left, box.top + scrollY, box.width, box.height].map((one) => Math.round(one)) })()`
const place = () =>
  browser.driver.executeScript<string>(
    `return document.querySelector('section[aria-label="Where on the page"] [role=status]').textContent`,
  )
const until = (words: RegExp) =>
  browser.until<string>(
    `document.querySelector('section[aria-label="Where on the page"] [role=status]').textContent`,
    (text) => words.test(text),
  )

/** Points at what a selector finds, and clicks it. */
async function pointAt(selector: string): Promise<void> {
  await browser.click(button('Point at a block'))
  await inFrame('computer', async () => {
    await browser.until<number>(box, () => true)
    await browser.driver.executeScript(
      `const element = document.querySelector(arguments[0]); element.scrollIntoView({ block: 'center' });
       const { left, top } = element.getBoundingClientRect(); const at = { clientX: left + 6, clientY: top + 6, bubbles: true };
       document.elementFromPoint(at.clientX, at.clientY).dispatchEvent(new MouseEvent('mousemove', at));`,
      selector,
    )
  })
  await browser.until<boolean>(`!!document.querySelector('#point-button[aria-pressed=true]')`, Boolean)
  await inFrame('computer', () =>
    browser.driver.executeScript(
      `const { left, top } = document.querySelector(arguments[0]).getBoundingClientRect(); const at = { clientX: left + 6, clientY: top + 6, bubbles: true, cancelable: true };
       document.elementFromPoint(at.clientX, at.clientY).dispatchEvent(new MouseEvent('click', at))`,
      selector,
    ),
  )
}
const stand = (words: string) => browser.click(`//label[normalize-space()="${words}"]/button`)

const places = [
  [
    'between',
    'between two sections',
    'section:nth-of-type(2) h2',
    2,
    'After it',
    /after the section headed “Our services”/,
  ],
  [
    'text',
    'beside a text',
    '.text p',
    1,
    'Inside, at its end',
    /inside the block headed “Made by hand”, at its end/,
  ],
  [
    'side',
    'in a side column',
    'aside h3',
    1,
    'Inside, at its start',
    /inside the side column headed “Opening hours”, at its start/,
  ],
  [
    'footer',
    'in a dark footer',
    'footer h4',
    1,
    'Inside, at its start',
    /inside the block headed “Find us”, at its start/,
  ],
] as const

describe.each(places)('%s', (name, _words, selector, wider, position, words) => {
  test('pointed at, it stands there at all widths, and the live page shows it where the stage did', async () => {
    await pointAt(selector)
    for (let step = 0; step < wider; step += 1) {
      const before = await place()
      await browser.click(button('Wider'))
      await browser.until<string>(
        `document.querySelector('section[aria-label="Where on the page"] [role=status]').textContent`,
        (text) => text !== before,
      )
    }
    await stand(position)
    await until(words)
    const stages: Record<string, number[]> = {}
    for (const [device, width] of [
      ['computer', 1280],
      ['tablet', 768],
      ['phone', 390],
    ] as const)
      stages[width] = await inFrame(device, () =>
        browser.until<number[]>(box, ([, , , height]) => height! > 60),
      )

    await browser.click('//nav[@aria-label="Steps"]//button[contains(., "Ship")]')
    await browser.see(
      `//section[@aria-label="Snippet"]//b[contains(., "${words.source.replace(/\\/g, '').slice(0, 20)}")]`,
    )
    await browser.click('//nav[@aria-label="Steps"]//button[contains(., "Place")]')
    const { forms } = await api<{ forms: { form: string; code: string }[] }>(
      browser,
      'GET',
      `/widgets/${widget.id}/snippets`,
    )
    shown = page({ live: [name, forms.find((one) => one.form === 'element')!.code] })
    const bench = await browser.driver.getWindowHandle()
    await browser.driver.switchTo().newWindow('tab')
    try {
      for (const width of [1280, 768, 390]) {
        await browser.viewport(width, 800)
        await browser.driver.get(`${origin}/?${width}`)
        await browser.until<string>(
          `document.querySelector('[data-yimble]').dataset.state`,
          (state) => state === 'ready',
        )
        await browser.until<number>(
          `document.querySelector('[data-yimble]').shadowRoot.querySelectorAll('[part=card]').length`,
          (count) => count === 2,
        )
        const live = await browser.driver.executeScript<number[]>(`return ${box}`)
        const off = live.map((one, at) => one - stages[width]![at]!)
        const [left, top, wide, high] = off as [number, number, number, number]
        // What is counted too high is given back below what is in view: no more than a line.
        const isSame = Math.max(...[left, top, wide].map(Math.abs)) <= 2 && high <= 2 && high >= -27
        if (!isSame) throw new Error(`${width} px: live ${live.join(' ')}, stage ${stages[width]!.join(' ')}`)
      }
    } finally {
      await browser.driver.close()
      await browser.driver.switchTo().window(bench)
      await browser.viewport(1280, 800)
      shown = page()
    }
  })
})

test('by keys alone: pointing, wider, narrower, beside, chosen', async () => {
  await browser.driver.executeScript(`document.querySelector('#point-button').focus()`)
  await browser.driver.actions().sendKeys('\uE007').perform()
  await browser.until<string>('document.activeElement.tagName', (tag) => tag === 'IFRAME')
  const pointed = (words: string) =>
    browser.until<string>(
      `document.querySelector('section[aria-label="Where on the page"] [role=status] b').textContent`,
      (text) => text === words,
    )
  await pointed('the block headed “Find us”')
  await browser.driver.actions().sendKeys('\uE013', '\uE013').perform()
  await pointed('the footer')
  await browser.driver.actions().sendKeys('\uE012').perform()
  await pointed('the main part')
  await browser.driver.actions().sendKeys('\uE007').perform()
  await browser.until<string>('document.activeElement.id', (id) => id === 'point-button')
  await until(/inside the main part, at its start/)
})

test('a link under the pointer is chosen, not followed', async () => {
  await pointAt('.linked')
  await until(/the paragraph beginning “All numbers”/)
  await inFrame('computer', () =>
    browser.until<string>('location.pathname', (path) => path.startsWith('/stage/')),
  )
})

test('Escape leaves it where it was', async () => {
  const before = await place()
  await browser.click(button('Point at a block'))
  await until(/Esc leaves it as it was/)
  await browser.driver.actions().sendKeys('\uE013', '\uE00C').perform()
  await until(new RegExp(`^${before.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}$`))
  await browser.until<string>('document.activeElement.id', (id) => id === 'point-button')
})

test('found again in a page that has changed; when it is gone, what is nearest is offered', async () => {
  await pointAt('section:nth-of-type(2) h2')
  await until(/the heading “Our services”/)
  await stand('After it')
  await until(/after the heading “Our services”/)
  shown = page({ extra: '<section><div class="wrap"><h2>New</h2></div></section>' })
  await browser.click(button('Fetch the page again'))
  await inFrame('computer', () =>
    browser.until<string>(
      `document.querySelector('[data-stage]')?.previousElementSibling?.textContent`,
      (text) => text === 'Our services',
    ),
  )
  shown = page({ services: 'Something quite different' })
  await browser.click(button('Fetch the page again'))
  await browser.see('//section[@aria-label="Findings"]//button[contains(., "not in this page any more")]')
  await browser.click('//*[@role="status"][contains(., "Nearest to it")]//button[1]')
  await browser.until<number>(
    `document.querySelectorAll('section[aria-label="Findings"] li').length`,
    (count) => count === 0,
  )
})
