/** The stage draws what will be pasted: the frame with its own font, ground and height; and what a visitor is told at first. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { api, clientNamed, signedIn, world } from './world'

interface Widget {
  readonly id: string
  readonly kind: string
  readonly name: string
}
let browser: Browser
beforeAll(async () => {
  browser = await signedIn()
})
afterAll(() => browser.close())

async function openBench(client: string, kind: string): Promise<Widget> {
  await browser.viewport(1280, 800)
  await browser.driver.get(`${world.studio}/account`)
  const id = await clientNamed(browser, client)
  const all = await api<Widget[]>(browser, 'GET', `/clients/${id}/widgets`)
  const widget = all.find((one) => one.kind === kind)!
  await browser.driver.get(`${world.studio}/widgets/${widget.id}`)
  return widget
}
async function onStage<T>(script: string, check: (value: T) => boolean): Promise<T> {
  await browser.driver.switchTo().frame(await browser.see('iframe[data-stage-frame="computer"]'))
  try {
    return await browser.until<T>(script, check)
  } finally {
    await browser.driver.switchTo().defaultContent()
  }
}
const step = (verb: string) => browser.click(`//nav[@aria-label="Steps"]//button[contains(., "${verb}")]`)

describe('a site that takes frames only', () => {
  let widget: Widget
  const frame = `document.querySelector('yimble-frame')`
  const heightOf = (code: string) => Number(/height="(\d+)"/.exec(code)![1])
  const snippet = async () =>
    (await (await browser.see('textarea[aria-label="Snippet"]')).getAttribute('value')) ?? ''
  beforeAll(async () => {
    widget = await openBench('The Old Quay Music Hall', 'events')
    await step('Ship')
  })
  afterAll(() => api(browser, 'PATCH', `/widgets/${widget.id}`, { frameHeight: null }))

  test('the stage has the frame, as high as the snippet says, with the brand’s font and the page behind it', async () => {
    const look = () =>
      onStage<{ height: number; inside: number; font: string; ground: string } | null>(
        `(() => { const frame = ${frame}; const host = frame?.querySelector('[data-stage]'); if (!host?.shadowRoot?.querySelector('.y')) return null
        const { fontFamily, backgroundColor } = getComputedStyle(frame)
        return { height: frame.clientHeight, inside: host.getBoundingClientRect().height, font: fontFamily, ground: backgroundColor } })()`,
        (value) => value !== null && value.inside > 0,
      )
    // Until its place is measured the frame has the height of a usual one.
    let drawn = await look()
    for (let tries = 0; tries < 40 && drawn!.height !== heightOf(await snippet()); tries += 1)
      drawn = await look()
    expect(drawn!.height).toBe(heightOf(await snippet()))
    expect(drawn!.font).toContain('yimble-')
    expect(drawn!.ground).toBe('rgba(0, 0, 0, 0)')
    expect(drawn!.height - drawn!.inside).toBeLessThan(100)
  })
  test('what a phone needs is the height of all entries, of those that nobody has scrolled to as well', async () => {
    await browser.see('//label[contains(., "Phone, 390 px: needs")]')
    await browser.driver.switchTo().frame(await browser.see('iframe[data-stage-frame="phone"]'))
    const drawn = Math.ceil(
      await browser.driver.executeScript<number>(`
        const host = document.querySelector('[data-stage]')
        const whole = new CSSStyleSheet()
        whole.replaceSync('[part=card]{content-visibility:visible!important}')
        const before = host.shadowRoot.adoptedStyleSheets
        host.shadowRoot.adoptedStyleSheets = [...before, whole]
        const { height } = host.getBoundingClientRect()
        host.shadowRoot.adoptedStyleSheets = before
        return height`),
    )
    await browser.driver.switchTo().defaultContent()
    const needs = await browser.until<number>(
      `Number(/Phone, 390 px: needs (\\d+)/.exec(document.body.innerText)?.[1])`,
      (px) => px === drawn,
    )
    expect(needs).toBe(drawn)
  })
  test('another height is chosen with what each device needs in view; a hole is a finding', async () => {
    await browser.see('//label[contains(., "Phone, 390 px: needs")]')
    const field = await browser.see('//fieldset//input[@inputmode="numeric"]')
    await browser.driver.executeScript('arguments[0].select()', field)
    await field.sendKeys('1800\n')
    await onStage<number>(`${frame}?.clientHeight ?? 0`, (height) => height === 1800)
    await browser.see('//section[@aria-label="Findings"]//button[contains(., "leaves a hole in the page")]')
    await browser.until<string>(
      `document.querySelector('textarea[aria-label="Snippet"]')?.value ?? ''`,
      (code) => code.includes('height="1800"'),
    )
    await browser.click('//label[contains(., "Computer, 1280 px")]')
    await onStage<number>(`${frame}?.clientHeight ?? 0`, (height) => height > 0 && height < 1800)
  })
  test('a form that goes into the page is drawn in the page', async () => {
    await browser.click('//button[@role="tab"][starts-with(., "Script")]')
    await onStage<boolean>(`!${frame} && Boolean(document.querySelector('[data-stage]'))`, Boolean)
    await browser.click('//button[@role="tab"][starts-with(., "Frame")]')
    await onStage<boolean>(`Boolean(${frame}?.querySelector('[data-stage]'))`, Boolean)
  })
})

const root = `document.querySelector('[data-stage]')?.shadowRoot`
describe('what can be booked', () => {
  test('begun with a month, its free times are there', async () => {
    await openBench('Juniper Lane Vets', 'booking')
    await step('Arrange')
    await browser.click('//label[normalize-space()="With a month"]')
    await onStage<number>(`${root}?.querySelectorAll('[part=time]').length ?? 0`, (count) => count > 0)
    expect(await onStage<boolean>(`!${root}.querySelector('[aria-busy=true]')`, Boolean)).toBe(true)
    // A look changes and nothing is asked for again: the times stay.
    await browser.click('//label[normalize-space()="Step by step"]')
    await onStage<number>(`${root}?.querySelectorAll('[part=service]').length ?? 0`, (count) => count > 0)
  })
  test('a service that is chosen there leads on, and nothing is sent', async () => {
    await onStage<boolean>(`${root}?.querySelector('[part=service]')?.click() ?? true`, Boolean)
    await onStage<number>(
      `${root}?.querySelectorAll('[part=person],[part=day]').length ?? 0`,
      (count) => count > 0,
    )
  })
  test('offers tell when each is free next', async () => {
    await openBench('Kiln & Tide', 'offers')
    await onStage<string>(`${root}?.querySelector('[part=offer]')?.textContent ?? ''`, (words) =>
      /next on/i.test(words),
    )
  })
})
