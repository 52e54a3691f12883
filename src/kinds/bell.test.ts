import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import { listen } from './bell'

/** As the browser's, as far as it is used. */
class Events {
  static all: Events[] = []
  onmessage?: (event: { data: string }) => void
  onopen?: () => void
  onerror?: () => void
  isClosed = false
  constructor(readonly url: string) {
    Events.all.push(this)
  }
  close() {
    this.isClosed = true
  }
}
let seen: (() => void) | undefined
const page = {
  hidden: false,
  addEventListener: (_name: string, look: () => void) => (seen = look),
  removeEventListener: () => (seen = undefined),
}
let pages = new EventTarget()
const show = (isShown: boolean) => {
  page.hidden = !isShown
  seen?.()
}
beforeEach(() => {
  jest.useFakeTimers()
  Events.all = []
  page.hidden = false
  pages = new EventTarget()
  Object.assign(globalThis, {
    EventSource: Events,
    document: page,
    addEventListener: pages.addEventListener.bind(pages),
    removeEventListener: pages.removeEventListener.bind(pages),
  })
})
afterEach(() => {
  jest.useRealTimers()
  for (const name of ['EventSource', 'document', 'addEventListener', 'removeEventListener'])
    Reflect.deleteProperty(globalThis, name)
})
const begin = () => {
  const rings = jest.fn()
  const stop = listen('/bell', rings)
  return { rings, stop, events: Events.all[0]! }
}

test('rings with what comes, and by itself only while nothing gets through', () => {
  const { rings, events } = begin()
  events.onmessage!({ data: 'talk' })
  jest.advanceTimersByTime(60_000)
  expect(rings.mock.calls).toEqual([['talk']])
  events.onerror!()
  events.onerror!()
  jest.advanceTimersByTime(10_000)
  expect(rings).toHaveBeenCalledTimes(3)
  events.onopen!()
  jest.advanceTimersByTime(60_000)
  expect(rings).toHaveBeenCalledTimes(3)
})

test('a tab that nobody looks at gives its connection back after a while, and listens again when it is seen', () => {
  const { events } = begin()
  show(false)
  jest.advanceTimersByTime(60_000)
  show(true)
  jest.advanceTimersByTime(600_000)
  expect([events.isClosed, Events.all.length]).toEqual([false, 1])
  show(false)
  jest.advanceTimersByTime(120_000)
  expect(events.isClosed).toBe(true)
  show(true)
  expect(Events.all.length).toBe(2)
})

test('a page that is left listens no more, and again when somebody comes back to it', () => {
  const { events, stop } = begin()
  pages.dispatchEvent(new Event('pagehide'))
  expect(events.isClosed).toBe(true)
  pages.dispatchEvent(new Event('pageshow'))
  expect(Events.all.length).toBe(2)
  stop()
  pages.dispatchEvent(new Event('pageshow'))
  expect(Events.all.length).toBe(2)
})

test('is silent once it is stopped', () => {
  const { rings, stop, events } = begin()
  events.onerror!()
  stop()
  jest.advanceTimersByTime(600_000)
  expect([events.isClosed, rings.mock.calls.length, seen]).toEqual([true, 0, undefined])
})
