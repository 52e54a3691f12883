/** Widgets that open over a page, by touch, at 200 %, for a screen reader; and the button's picture, and what covers it. */
import { beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Browser } from './browser'
import { rootOf } from './inWidget'
import { cardsIn, isOpen, liveOver, opener } from './overPage'
import { element, script, startOwnPage } from './ownPage'
import { api } from './world'

const own = startOwnPage()
const { inPage, open, settled, studio } = own
let browser: Browser
beforeAll(() => void ({ browser } = own))
beforeEach(() => browser.viewport(1280, 800))

interface Box {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}
const boxOf = (target: string) =>
  inPage<Box>(
    `(({ left, right, top, bottom }) => ({ left, right, top, bottom }))(${target}.getBoundingClientRect())`,
  )
const middleOf = async (target: string) => {
  const { left, right, top, bottom } = await boxOf(target)
  return { x: Math.round((left + right) / 2), y: Math.round((top + bottom) / 2) }
}
/** Waits until what slides in has arrived. */
const still = async (target: string) => {
  const read = () => boxOf(target).then((box) => JSON.stringify(box))
  for (let before = ''; ;) {
    const now = await read()
    if (now === before) return
    before = now
    await new Promise((done) => setTimeout(done, 120))
  }
}
const tap = async (target: string) => {
  const at = await middleOf(target)
  await browser.protocol('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [at] })
  await browser.protocol('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
}
const tall = '<h1>Client</h1><p style="height:1800px">page</p>'
const surface = `${rootOf()}.querySelector('dialog[part=surface]')`
const close = `${rootOf()}.querySelector('[part=close]')`
/** What is on top in the middle of something; looks into the widget. */
const onTopAt = async (target: string) => {
  const { x, y } = await middleOf(target)
  return inPage<string>(
    `((one) => (one.shadowRoot?.elementFromPoint(${x}, ${y})?.closest('[part]') ?? one).getAttribute('part') ?? one.id)(document.elementFromPoint(${x}, ${y}))`,
  )
}
async function shown(as: 'dialog' | 'drawer', more: Record<string, unknown> = {}, body = tall) {
  await studio()
  const widget = await liveOver(browser, as, more)
  return async () => {
    await open(body + element(widget.ref) + script)
    await settled(1)
    await browser.until<boolean>(`${opener()}?.getBoundingClientRect().height > 0`, Boolean)
  }
}

describe.each(['dialog', 'drawer'] as const)('a %s', (as) => {
  test('by touch: a tap opens it, the focus raises no keyboard, a tap closes it', async () => {
    const load = await shown(as)
    await browser.viewport(390, 844, true)
    await load()
    await tap(opener())
    await browser.until<boolean>(isOpen(), Boolean)
    await browser.until<number>(cardsIn(), (count) => count === 5)
    expect(await inPage(`${rootOf()}.activeElement.className`)).toBe('inside')
    await still(surface)
    await tap(close)
    await browser.until<boolean>(isOpen(), (value) => !value)
  })
  test('at 200 %: it lies within the window, its content scrolls, and the way out can be reached', async () => {
    const load = await shown(as)
    await browser.viewport(640, 400)
    await load()
    await inPage(`${opener()}.click()`)
    await browser.until<number>(cardsIn(), (count) => count === 5)
    await still(surface)
    const { left, right, top, bottom } = await boxOf(surface)
    expect([left >= 0, right <= 640, top >= 0, bottom <= 400]).toEqual([true, true, true, true])
    expect(await onTopAt(close)).toBe('close')
    const inside = `${rootOf()}.querySelector('.inside')`
    expect(await inPage(`${inside}.scrollHeight > ${inside}.clientHeight`)).toBe(true)
    expect(await inPage(`${inside}.scrollWidth <= ${inside}.clientWidth`)).toBe(true)
    await inPage(`${rootOf()}.querySelector('.inside [part=card]:last-child a').focus()`)
    const last = await boxOf(`${rootOf()}.querySelector('.inside [part=card]:last-child a')`)
    expect([last.top < 400, last.bottom > 0]).toEqual([true, true])
  })
  test('a screen reader is told of a dialog by its name, and of nothing behind it', async () => {
    const load = await shown(as)
    await load()
    const tree = async () => {
      const { nodes } = (await browser.protocol('Accessibility.getFullAXTree')) as unknown as {
        nodes: {
          ignored: boolean
          role?: { value: string }
          name?: { value: string }
          properties?: { name: string; value: { value: unknown } }[]
        }[]
      }
      return nodes
        .filter((node) => !node.ignored)
        .map(({ role, name, properties = [] }) => ({
          said: `${role?.value}: ${name?.value}`,
          modal: properties.some((one) => one.name === 'modal' && one.value.value === true),
          pops: properties.find((one) => one.name === 'hasPopup')?.value.value,
        }))
    }
    const shut = await tree()
    expect(shut.find((one) => one.said === 'button: Have a look')?.pops).toBe('dialog')
    expect(shut.map((one) => one.said)).toContain('heading: Client')
    await inPage(`${opener()}.click()`)
    await browser.until<number>(cardsIn(), (count) => count === 5)
    const opened = await tree()
    expect(opened.find((one) => one.said === 'dialog: Lately')?.modal).toBe(true)
    const said = opened.map((one) => one.said)
    expect(said).toContain('button: Close')
    expect(said).toContain('heading: Lately')
    expect(said).not.toContain('heading: Client')
  })
})

describe('the button', () => {
  test('a picture alone is named by the words, and keeps its shape', async () => {
    await studio()
    const [client] = await api<{ id: string; name: string }[]>(browser, 'GET', '/clients')
    const data = await inPage<string>(
      `(() => { const one = document.createElement('canvas'); one.width = 200; one.height = 100; one.getContext('2d').fillRect(0, 0, 200, 100); return one.toDataURL('image/png').split(',')[1] })()`,
    )
    const picture = await api<{ ref: string }>(browser, 'POST', `/clients/${client!.id}/pictures`, {
      name: 'sign.png',
      data,
    })
    const load = await shown('dialog', {
      'button.picture': picture.ref,
      'button.wordsShown': false,
      'button.pictureHeight': 60,
    })
    await load()
    await browser.until<number>(`${opener()}.querySelector('img').naturalWidth`, (width) => width > 0)
    const { left, right, top, bottom } = await boxOf(`${opener()}.querySelector('img')`)
    expect([Math.round(right - left), Math.round(bottom - top)]).toEqual([120, 60])
    expect(await inPage(`${opener()}.getAttribute('aria-label') + ${opener()}.innerText`)).toBe('Have a look')
  })
  test.each([
    [true, 'opener'],
    [false, 'notice'],
  ])('above all of the page: %s, on top is the %s', async (above, onTop) => {
    const notice =
      '<div id="notice" style="position:fixed;inset:auto 0 0;height:200px;z-index:1000;background:#fff">Biscuits?</div>'
    const load = await shown('dialog', { 'button.above': above }, tall + notice)
    await load()
    expect(await onTopAt(opener())).toBe(onTop)
    await inPage(`document.querySelector('#notice').remove()`)
    expect(await onTopAt(opener())).toBe('opener')
  })
})
