/**
 * Entry of `/stage.js`, for the bench's stage only, never live: puts the widget into its place in the client's page and
 * follows what the render worker sends. Tells its measurements, which part was clicked and which block is pointed at;
 * keeps links from leading away.
 */
import morphdom from 'morphdom'
import type { Anchor } from '../core/stage/anchor'
import type { FrameAround, FromStage, StageStart, ToStage } from '../core/stage/messages'
import type { Home } from './home'
import { chunkPath } from './chunkPath'
import { findAnchor, nearestTo, putAt } from './anchors'
import { createFrame } from './frameAround'
import type { Answer, Island } from '../kinds/door'
import { pointer } from './pointing'
import { readTexts } from './readTexts'
import { changeRules, rulesOf } from './rules'
import { addFonts, adopt, toFragment } from './shared'
import { createIsland } from './stageIsland'

/** A longer pause than between two keys: reading all texts takes so long that it would delay the next change. */
const readAfterMs = 600

const script = (document.currentScript as HTMLScriptElement).src

/** A click picks the part below a link that reaches over it. */
const stageOnly = '[part] a::after{pointer-events:none}'
/** Entries off screen cost no layout: there are three pages to lay out at every change. They keep the size that they had last. */
const skipping =
  '[data-cards]:not(.track)>*{content-visibility:auto;contain-intrinsic-block-size:auto 320px}' + stageOnly
/** All is laid out, so that what is measured is what is drawn. */
const whole = '[data-cards]:not(.track)>*{content-visibility:visible}' + stageOnly
/** On the place and its block, not on the widget: nothing that a page says reaches the widget's own element. */
const placeStyles =
  '[data-stage-slot]{outline:2px dashed #b9770a!important;outline-offset:6px}[data-stage-old]{display:none!important}'

function begin(page: Window & typeof globalThis): void {
  const { document } = page
  const nonce = page.location.hash.slice(1)
  document.addEventListener('click', (event) => event.preventDefault(), true)
  document.addEventListener('submit', (event) => event.preventDefault(), true)
  page.addEventListener('message', (event) => {
    const start = event.data as StageStart
    const port = event.ports[0]
    if (event.source === page.parent && start?.yimble === 'start' && port) run(page, start, port)
  })
  page.parent.postMessage({ yimble: 'stage', nonce }, '*')
}

function run(page: Window & typeof globalThis, start: StageStart, port: MessagePort): void {
  const { document } = page
  const host = document.createElement('yimble-widget')
  host.dataset.stage = start.ref
  // The live element is a block, too: in a row of boxes it takes the width that is there.
  host.style.display = 'block'
  const sheetOfPlace = new page.CSSStyleSheet()
  sheetOfPlace.replaceSync(placeStyles)
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheetOfPlace]
  const place = placing(document, host, start.ref)
  place.put(start.anchor)
  const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
  const say = (message: FromStage) => port.postMessage(message)
  let sheet: CSSStyleSheet | undefined
  let rules: readonly string[] = []
  const more = new page.CSSStyleSheet()
  let revision = 0
  let names: readonly string[] = []
  let locale = 'en'
  /** That the ruler gives. */
  let width: number | null = null
  const undo: (() => void)[] = []

  const chunk = <T>(name: string) => import(`${new URL(script).origin}/${chunkPath(name)}`) as Promise<T>
  const behave = async () => {
    undo.splice(0).forEach((stop) => stop())
    const begun = revision
    for (const name of names) {
      const { start: run } = await chunk<{
        start(root: ShadowRoot, locale: string, home: Pick<Home, 'chunk'>): () => void
      }>(name)
      if (begun === revision) undo.push(run(root, locale, { chunk }))
    }
  }

  let html = ''
  let island: Island | null = null
  const asked = new Map<number, (answer: Answer<never>) => void>()
  let questions = 0
  const alive = createIsland(chunk, (name, query) => {
    const id = (questions += 1)
    say({ type: 'ask', id, name, query })
    return new Promise((done) => asked.set(id, done))
  })
  const drawAll = async () => {
    const next = island && toFragment(document, html)?.firstElementChild
    if (!island || !next || next.querySelector('dialog')) {
      alive.end()
      put(document, root, html)
      const box = root.querySelector<HTMLElement>('[data-island]')
      if (island && box) void alive.begin(box, island)
    } else await alive.show(root, next as HTMLElement, island)
    present()
    await behave()
  }

  /** What opens over the page is shown by popover here: the same look, but the focus stays where it is. */
  let isOpen = true
  const surfaceHere = () => root.querySelector<HTMLDialogElement>('dialog[part=surface]')
  const present = () => {
    const opener = root.querySelector<HTMLElement>('[part=opener]')
    if (opener?.popover && !opener.matches(':popover-open')) opener.showPopover()
    const surface = surfaceHere()
    if (!surface) return
    surface.popover = 'manual'
    if (isOpen === surface.matches(':popover-open')) return
    surface.inert = true // showing a dialog would take the focus
    if (isOpen) surface.showPopover()
    else surface.hidePopover()
    surface.inert = false
  }

  let isDue = false
  /** Stays true until somebody scrolls: the widget is brought into view whenever its height or the frame's width changes. */
  let isFollowing = true
  let shownAt = ''
  /** Of the widget's element, as it was measured last. */
  let measured = { width: 0, height: 0 }
  const measure = () => {
    isDue = false
    const surface = surfaceHere()
    const inside = surface?.querySelector('.inside')
    const inner = (inside?.firstElementChild ?? root.firstElementChild)?.firstElementChild
    measured = host.getBoundingClientRect()
    const { width, height } = inside?.getBoundingClientRect() ?? measured
    const { top } = place.outer().getBoundingClientRect()
    const { slot, found, frame } = place.now()
    say({
      type: 'measure',
      revision,
      viewport: page.innerWidth,
      slot: inside && isOpen ? innerWidthOf(page, inside) : innerWidthOf(page, slot),
      width,
      height,
      frame,
      top: Math.round(top + page.scrollY),
      viewportHeight: page.innerHeight,
      content: inside ? (inner?.scrollWidth ?? 0) : Math.max(inner?.scrollWidth ?? 0, width),
      found,
      nearest: found === 'lost' ? nearestTo(document, place.now().anchor) : [],
      parts: [
        ...new Set([...root.querySelectorAll('[part]')].map((element) => element.getAttribute('part')!)),
      ],
      broken: brokenIn(root),
    })
    const key = `${Math.round((frame ?? height) / 40)} ${page.innerWidth} ${page.innerHeight}`
    // Whoever points at a block has scrolled to it.
    if (!surface && isFollowing && !pointing.isOn() && height > 0 && shownAt !== key) {
      shownAt = key
      show(page, place.outer())
    }
  }
  /** Once a frame, where the page is laid out anyway. */
  const measureSoon = () => {
    if (!isDue) page.requestAnimationFrame(measure)
    isDue = true
  }
  /** Reading every text lays the page out: once nothing has changed for a moment. Sizes are then those of all entries. */
  let reading: number | undefined
  const readAll = () => {
    more.replaceSync(whole)
    page.requestAnimationFrame(() => {
      measure()
      say({ type: 'texts', revision, viewport: page.innerWidth, texts: readTexts(page, root, host) })
      // The browser notes the sizes at the end of this frame.
      page.requestAnimationFrame(() => more.replaceSync(skipping))
    })
  }
  const readSoon = () => {
    page.clearTimeout(reading)
    reading = page.setTimeout(readAll, readAfterMs)
  }
  for (const act of ['wheel', 'touchmove', 'pointerdown'] as const)
    page.addEventListener(act, () => (isFollowing = false), { passive: true })
  root.addEventListener('error', measureSoon, true) // a picture that did not come

  const pointing = pointer(page, {
    from: () => place.now().block,
    onBlock: (anchor, isChosen) => say({ type: 'block', anchor, isChosen }),
    onEnd: () => say({ type: 'pointed' }),
    at: () => place.now().anchor.at,
  })

  // Not at once: what is told to the other two frames has come as well by then, and all three are laid out before the next is painted.
  const due: ToStage[] = []
  port.onmessage = ({ data }: MessageEvent<ToStage>) => {
    if (due.push(data) === 1) page.setTimeout(takeAll)
  }
  const takeAll = () => {
    due.splice(0).forEach(take)
    measure()
    readSoon()
  }
  const take = (data: ToStage) => {
    if (data.revision > 0) revision = data.revision
    if (data.css !== undefined) {
      if (sheet) rules = changeRules(sheet, rules, data.css)
      else {
        sheet = adopt(root, data.css)
        rules = rulesOf(data.css)
        more.replaceSync(skipping)
        root.adoptedStyleSheets = [sheet, more]
      }
    }
    if (data.fonts) addFonts(document, data.fonts)
    if (data.locale !== undefined) locale = data.locale
    if (data.behaviours !== undefined) names = data.behaviours
    if (data.html !== undefined) html = data.html
    if (data.island !== undefined) island = data.island
    if (data.html !== undefined || data.behaviours !== undefined || data.island !== undefined) void drawAll()
    if (data.answer) {
      asked.get(data.answer.id)?.(data.answer.answer as Answer<never>)
      asked.delete(data.answer.id)
    }
    if (data.frame !== undefined) {
      setWidth(document, place.outer(), null)
      place.frame(data.frame)
      setWidth(document, place.outer(), width)
    }
    if (data.anchor !== undefined) {
      setWidth(document, place.outer(), null)
      place.put(data.anchor)
      setWidth(document, place.outer(), width)
      isFollowing = true
      shownAt = ''
    }
    if (data.pointing !== undefined) pointing.set(data.pointing)
    if (data.step !== undefined) pointing.step(data.step)
    if (data.show) {
      isFollowing = true
      shownAt = ''
    }
    if (data.open !== undefined) {
      isOpen = data.open
      present()
    }
    if (data.reserve !== undefined) host.style.setProperty('--yimble-reserve', `${data.reserve}px`)
    if (data.width !== undefined) setWidth(document, place.outer(), (width = data.width))
  }
  new page.ResizeObserver(() => {
    const { width, height } = host.getBoundingClientRect()
    if (width === measured.width && height === measured.height) return
    measureSoon()
    readSoon()
  }).observe(host)
  page.addEventListener('resize', measureSoon)
  root.addEventListener('click', (event) => {
    const part = (event.target as Element).closest('[part]')?.getAttribute('part')
    if (part && !pointing.isOn()) say({ type: 'pick', part })
  })
  document.addEventListener('keydown', (event) => {
    if (pointing.isOn()) return
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') event.preventDefault() // it is the studio's here, not the browser's
    if (/^[1-6]$/.test(event.key) || ((event.ctrlKey || event.metaKey) && /^[zyk]$/i.test(event.key)))
      say({
        type: 'key',
        key: `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`,
      })
  })
}

/** Not scrollIntoView: that scrolls the bench around the frame, too. A widget higher than the frame shows its beginning. */
function show(page: Window, host: Element): void {
  const box = host.getBoundingClientRect()
  const spare = Math.max(40, (page.innerHeight - box.height) / 2)
  page.scrollTo({ top: Math.max(0, page.scrollY + box.top - spare), behavior: 'instant' })
}

/** Keeps the widget at a place, and leaves the page as it was when it goes to another. */
function placing(document: Document, host: HTMLElement, ref: string) {
  let takeOut = () => {}
  let state: {
    anchor: Anchor
    found: 'there' | 'moved' | 'lost'
    block: Element
    slot: Element
  }
  const around = createFrame(document)
  /** What stands in the page: the widget, or the frame around it. */
  let outer = host
  let frameHeight: number | null = null
  /** The client's own snippet of this widget, where the page had it when it was fetched. */
  const old = document.querySelector(`[data-yimble="${ref}"], iframe[src$="/f/${ref}"]`)
  function put(anchor: Anchor): void {
    takeOut()
    document.querySelectorAll('[data-stage-slot]').forEach((one) => one.removeAttribute('data-stage-slot'))
    const found = findAnchor(document, anchor)
    const block = found?.element ?? document.body
    const isInside = anchor.at === 'start' || anchor.at === 'end'
    if (found && old && isInside && block.contains(old)) takeOut = putAt(old, 'instead', outer)
    else takeOut = putAt(block, found && block !== document.body ? anchor.at : 'end', outer)
    old?.setAttribute('data-stage-old', '')
    const slot = isInside ? block : (outer.parentElement ?? document.body)
    ;(isInside ? block : outer).setAttribute('data-stage-slot', '')
    state = { anchor, found: found?.how ?? 'lost', block, slot }
  }
  function frame(next: FrameAround | null): void {
    frameHeight = next?.height ?? null
    if (next) around.set(next)
    const to = next ? around.element : host
    if (to === outer) return
    outer.removeAttribute('data-stage-slot')
    outer = to
    put(state.anchor)
    if (next) around.hold(host)
  }
  return { put, frame, outer: () => outer, now: () => ({ ...state, frame: frameHeight }) }
}

/** Refs of pictures that were asked for and did not come. */
const brokenIn = (root: ShadowRoot): string[] => [
  ...new Set(
    [...root.querySelectorAll('img')]
      .filter((image) => image.complete && image.naturalWidth === 0 && image.currentSrc !== '')
      .flatMap((image) => /\/p\/([0-9a-f]{24})\//.exec(image.currentSrc)?.[1] ?? []),
  ),
]

function put(document: Document, root: ShadowRoot, markup: string): void {
  const fragment = toFragment(document, markup)
  const next = fragment?.firstElementChild
  if (!next) return
  const now = root.firstElementChild
  if (!now) return void root.append(next)
  morphdom(now, next, {
    getNodeKey: (node) => (node as HTMLElement).dataset?.key,
    onBeforeElUpdated(from, to) {
      // What is shown by popover stays so.
      if (from.matches('dialog'))
        for (const name of ['popover', 'style']) {
          const value = from.getAttribute(name)
          if (value !== null) to.setAttribute(name, value)
        }
      return !from.isEqualNode(to)
    },
  })
}

/** The ruler's own container around the widget, there only while it is used. */
function setWidth(document: Document, host: HTMLElement, width: number | null): void {
  const parent = host.parentElement
  const box = parent?.hasAttribute('data-stage-ruler') ? parent : undefined
  if (width === null) return void box?.replaceWith(host)
  const container = box ?? document.createElement('div')
  if (!box) {
    container.setAttribute('data-stage-ruler', '')
    host.replaceWith(container)
    container.append(host)
  }
  container.style.width = `${width}px`
}

function innerWidthOf(page: Window, element: Element): number {
  const style = page.getComputedStyle(element)
  return element.clientWidth - Number.parseFloat(style.paddingLeft) - Number.parseFloat(style.paddingRight)
}

begin(window)
