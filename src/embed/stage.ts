/**
 * Entry of `/stage.js`, for the bench's stage only, never live: puts the widget into its slot of the client's page and
 * follows what the render worker sends. Tells its measurements and which part was clicked; keeps links from leading away.
 */
import morphdom from 'morphdom'
import type { FromStage, StageStart, ToStage } from '../core/stage/messages'
import { addFonts, adopt, toFragment } from './shared'

/** Set by the build: behaviour name → path of its chunk. */
declare const yimbleChunks: Readonly<Record<string, string>>
const script = (document.currentScript as HTMLScriptElement).src

/** Entries off screen cost no layout: there are three pages to lay out at every change. A click picks the part below a link that reaches over it. */
const stageOnly =
  '[data-chunks]>*{content-visibility:auto;contain-intrinsic-block-size:auto 320px}[part] a::after{pointer-events:none}'

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
  const { host, slot } = place(document, start)
  const root = host.shadowRoot ?? host.attachShadow({ mode: 'open' })
  const say = (message: FromStage) => port.postMessage(message)
  let sheet: CSSStyleSheet | undefined
  let revision = 0
  let names: readonly string[] = []
  let locale = 'en'
  const undo: (() => void)[] = []

  const behave = async () => {
    undo.splice(0).forEach((stop) => stop())
    const begun = revision
    for (const name of names) {
      const { start: run } = (await import(`${new URL(script).origin}/${yimbleChunks[name]}`)) as {
        start(root: ShadowRoot, locale: string): () => void
      }
      if (begun === revision) undo.push(run(root, locale))
    }
  }

  let isDue = false
  const measure = () => {
    isDue = false
    const box = root.firstElementChild
    const inner = box?.firstElementChild
    const { width, height } = (box ?? host).getBoundingClientRect()
    say({
      type: 'measure',
      revision,
      viewport: page.innerWidth,
      slot: innerWidthOf(page, slot ?? document.body),
      width,
      height,
      content: Math.max(inner?.scrollWidth ?? 0, width),
      background: backgroundBehind(page, host),
      found: slot !== null,
      parts: [
        ...new Set([...root.querySelectorAll('[part]')].map((element) => element.getAttribute('part')!)),
      ],
    })
  }
  /** Once a frame, where the page is laid out anyway. */
  const measureSoon = () => {
    if (!isDue) page.requestAnimationFrame(measure)
    isDue = true
  }
  port.onmessage = ({ data }: MessageEvent<ToStage>) => {
    revision = data.revision
    if (data.css !== undefined) {
      if (sheet) sheet.replaceSync(data.css)
      else {
        sheet = adopt(root, data.css)
        const more = new page.CSSStyleSheet()
        more.replaceSync(stageOnly)
        root.adoptedStyleSheets = [sheet, more]
      }
    }
    if (data.fonts) addFonts(document, data.fonts)
    if (data.locale !== undefined) locale = data.locale
    if (data.behaviours !== undefined) names = data.behaviours
    if (data.html !== undefined || data.behaviours !== undefined) {
      if (data.html !== undefined) put(document, root, data.html)
      void behave()
    }
    if (data.width !== undefined) setWidth(document, host, data.width)
    measureSoon()
  }
  new page.ResizeObserver(measureSoon).observe(host)
  root.addEventListener('click', (event) => {
    const part = (event.target as Element).closest('[part]')?.getAttribute('part')
    if (part) say({ type: 'pick', part })
  })
  document.addEventListener('keydown', (event) => {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') event.preventDefault() // it is the studio's here, not the browser's
    if (/^[1-6]$/.test(event.key) || ((event.ctrlKey || event.metaKey) && /^[zyk]$/i.test(event.key)))
      say({
        type: 'key',
        key: `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.shiftKey ? 'shift+' : ''}${event.key.toLowerCase()}`,
      })
  })
  // Not scrollIntoView: that scrolls the bench around the frame, too.
  const box = host.getBoundingClientRect()
  page.scrollTo(0, page.scrollY + box.top - Math.max(40, (page.innerHeight - box.height) / 2))
}

/** Where our element stands already, its place is kept; else it goes to the slot's end. */
function place(
  document: Document,
  { ref, selector }: StageStart,
): { host: HTMLElement; slot: Element | null } {
  const slot = find(document, selector)
  const host = document.createElement('yimble-widget')
  host.dataset.stage = ref
  const sheet = new (document.defaultView as Window & typeof globalThis).CSSStyleSheet()
  // On the slot, not on the widget: nothing that a page says reaches the widget's own element.
  sheet.replaceSync('[data-stage-slot]{outline:2px dashed #b9770a!important;outline-offset:6px}')
  document.adoptedStyleSheets = [sheet]
  slot?.setAttribute('data-stage-slot', '')
  const old = slot?.querySelector('[data-yimble], iframe[src*="/f/"]')
  if (old) old.replaceWith(host)
  else (slot ?? document.body).append(host)
  return { host, slot }
}

function find(document: Document, selector: string): Element | null {
  try {
    return document.querySelector(selector)
  } catch {
    return null // a selector that this browser does not take
  }
}

function put(document: Document, root: ShadowRoot, markup: string): void {
  const fragment = toFragment(document, markup)
  const next = fragment?.firstElementChild
  if (!next) return
  const now = root.firstElementChild
  if (!now) return void root.append(next)
  morphdom(now, next, {
    getNodeKey: (node) => (node as HTMLElement).dataset?.key,
    onBeforeElUpdated: (from, to) => !from.isEqualNode(to),
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

/** The nearest ancestor's background that is not see-through; white is what a browser paints when there is none. */
function backgroundBehind(page: Window, element: Element): string {
  for (let node: Element | null = element.parentElement; node; node = node.parentElement) {
    const colour = page.getComputedStyle(node).backgroundColor
    if (colour && !/rgba\(.*, 0\)|transparent/.test(colour)) return colour
  }
  return 'rgb(255, 255, 255)'
}

begin(window)
