/** One widget in the page: loads its data, fills its shadow root, tells how it went by `data-state` and events. */
import { chunkPath } from './chunkPath'
import type { Artifact, Content } from '../kinds/artifact'
import type { AwayChunk } from './behaviours/away'
import type { StrictChunk } from './behaviours/strict'
import type { Behaviour, Home, Surroundings } from './home'
import { addFonts, adopt, breathe, dataScript, toFragment } from './shared'

export type State = 'loading' | 'ready' | 'empty' | 'error' | 'off'

/** ms. Rows that are drawn faster than this hold nobody up, so the next portion has more of them. */
const smoothMs = 24
const retryMs = 4_000

/** @returns what ends when the widget is there, or is known not to come; one that is mounted already is waited for */
export function mount(element: HTMLElement, around: Surroundings): Promise<void> {
  const { mounting } = around
  if (!element.dataset.state) mounting.set(element, begin(element, around))
  return mounting.get(element) ?? Promise.resolve()
}

async function begin(element: HTMLElement, around: Surroundings): Promise<void> {
  const ref = element.dataset.yimble ?? ''
  if (!/^[a-z0-9]{4,20}$/.test(ref)) return
  setState(element, 'loading')
  try {
    // A page of delivery's own is filled already, as is an element that was moved.
    if (element.shadowRoot?.firstElementChild)
      return await finish(element, element.shadowRoot, undefined, ref, around)
    keepReserve(element)
    const artifact = (await load<Artifact>(`/w/${ref}.json`, around)) ?? (await again(element, ref, around))
    if (artifact) await fill(element, artifact, around)
  } catch {
    setState(element, 'error') // whatever it was, it stays in here
  }
}

/** Ends what runs for an element that has left the page; back in it, it begins anew. */
export function unmount(element: HTMLElement, { running }: Surroundings): void {
  running.get(element)?.forEach((stop) => stop())
  running.delete(element)
  if (element.dataset.state === 'error') element.shadowRoot?.replaceChildren()
  delete element.dataset.state
}

/**
 * The page's rules can't reach past `all: initial`, so the snippet's own height is handed on under a name of ours: its
 * min-height, or on pages that refuse styles the height of the picture in it.
 */
function keepReserve(element: HTMLElement): void {
  const view = element.ownerDocument.defaultView!
  const steps = [...element.querySelectorAll('picture>*')]
  const step = steps.find(
    (one) => !one.matches('source') || view.matchMedia(one.getAttribute('media') ?? '').matches,
  )
  const height = element.style.minHeight || (step && `${Number(step.getAttribute('height'))}px`)
  if (height) element.style.setProperty('--yimble-reserve', height)
}

/** Data of delivery, asked for once. Undefined when it could not be had; the next call asks again. */
function load<T>(path: string, { data, delivery }: Surroundings): Promise<T | undefined> {
  const running = data.get(path) as Promise<T | undefined> | undefined
  if (running) return running
  const loading = fetch(delivery + path, { credentials: 'omit' })
    .then((answer) => (answer.ok ? (answer.json() as Promise<T>) : undefined))
    .catch(() => undefined)
    .then((value) => {
      if (value === undefined) data.delete(path)
      return value
    })
  data.set(path, loading)
  return loading
}

/** Out of reach: says so, tries once more by itself, then offers to. */
async function again(element: HTMLElement, ref: string, around: Surroundings): Promise<Artifact | undefined> {
  const view = element.ownerDocument.defaultView!
  await new Promise((done) => view.setTimeout(done, retryMs))
  const second = await load<Artifact>(`/w/${ref}.json`, around)
  if (second) return second
  const root = element.shadowRoot ?? element.attachShadow({ mode: 'open' })
  adopt(
    root,
    ':host{all:initial!important;display:block!important;min-height:var(--yimble-reserve,0)!important;font:inherit!important}p{margin:0;opacity:.8}button{font:inherit;margin-inline-start:.6em}',
  )
  // What it says comes as a file: files are there when data are not.
  const away = await chunkOf<AwayChunk>('away', around).catch(() => undefined)
  if (away)
    root.replaceChildren(
      away.note(element, () => {
        delete element.dataset.state
        root.replaceChildren()
        void mount(element, around)
      }),
    )
  setState(element, 'error')
  return undefined
}

async function fill(element: HTMLElement, artifact: Artifact, around: Surroundings): Promise<void> {
  if (artifact.state === 'off') {
    element.style.setProperty('--yimble-reserve', '0px')
    element.style.minHeight = '0'
    return setState(element, 'off')
  }
  const { jsonLd } = artifact
  const root = element.shadowRoot ?? element.attachShadow({ mode: 'open' })
  // A font that is added lays the whole page out anew, so it comes before what it would have to lay out.
  addFonts(element.ownerDocument, artifact.fonts)
  const after = await put(root, root, artifact, around)
  if (!after) return setState(element, 'error')
  // Of what opens over the page nothing stays in it.
  if (artifact.opens) element.style.setProperty('min-height', '0')
  element.replaceChildren()
  if (jsonLd) {
    // For a long list this is long, too: it gets a frame of its own.
    await turn(element.ownerDocument.defaultView!, around)
    const data = dataScript(element.ownerDocument, JSON.stringify(jsonLd))
    if (data) element.append(data)
  }
  await finish(element, root, artifact, artifact.ref, around)
  show(after)
}

/**
 * Markup into a box of a root, with its styles: a few cards at a time, by whole rows.
 * @returns what stands after the cards, hidden, since each card and what the behaviours do would push it down; undefined where the
 * page's policy lets no markup through
 */
async function put(
  root: ShadowRoot,
  box: ShadowRoot | HTMLElement,
  { pieces, css }: Pick<Content, 'pieces' | 'css'>,
  around: Surroundings,
): Promise<readonly HTMLElement[] | undefined> {
  const document = root.ownerDocument
  const cards = pieces.slice(1, -1)
  const outer = pieces.length > 1 ? pieces[0]! + pieces.at(-1)! : pieces[0]!
  const fragment = await fragmentOf(document, outer, around)
  if (!fragment) return undefined
  // On the elements themselves: when a rule that hangs on the host ends, every element of the widget gets its style anew.
  const after = [...fragment.querySelectorAll<HTMLElement>('[data-cards]~*')]
  for (const { style } of after) style.visibility = 'hidden'
  const before = box === root ? [] : [...root.adoptedStyleSheets]
  const sheet = adopt(root, css)
  root.adoptedStyleSheets = [...before, sheet]
  const view = document.defaultView as Window & typeof globalThis
  await turn(view, around)
  box.replaceChildren(fragment)
  const list = box.querySelector<HTMLElement>('[data-cards]')
  if (!list) return after
  // A row is as high as the highest of its cards, so only whole rows may be seen. The frame was just drawn by itself,
  // so that to ask for its columns lays out nothing else.
  const { gridAutoFlow, gridTemplateColumns, columnWidth, flexWrap } = view.getComputedStyle(list)
  const isOneRow = gridAutoFlow === 'column'
  // Columns that are read downwards, and rows that wrap, are set anew with each card. By opacity, since what is inherited would be
  // set on every element of every card once more.
  if (isOneRow || columnWidth !== 'auto' || flexWrap === 'wrap') list.style.opacity = '0'
  const columns = isOneRow ? 1 : gridTemplateColumns.split(' ').length
  let rows = 1
  for (let at = 0; at < cards.length;) {
    const begun = view.performance.now()
    const end = portionEnd(cards, at, rows * columns)
    list.append((await fragmentOf(document, cards.slice(at, end).join(''), around))!)
    at = end
    if (at === cards.length) break
    await turn(view, around)
    // A slow phone gets them row by row.
    rows = view.performance.now() - begun < smoothMs ? rows + 1 : 1
  }
  list.style.opacity = ''
  return after
}

/** Ends what `put` has hidden. An attribute left empty would make this markup differ from that of a hosted page. */
const show = (after: readonly HTMLElement[]) => {
  for (const one of after) {
    one.style.visibility = ''
    if (!one.getAttribute('style')) one.removeAttribute('style')
  }
}

/** @returns undefined where the page's policy lets no markup through */
const fragmentOf = async (document: Document, markup: string, around: Surroundings) =>
  toFragment(document, markup) ??
  (await chunkOf<StrictChunk>('strict', around).catch(() => undefined))?.withSetHtml(document, markup)

/** Waits until no other piece is to be drawn, and takes the frame. */
async function turn(view: Window, around: Surroundings): Promise<void> {
  while (around.busy) await around.busy
  around.busy = breathe(view).then(() => {
    around.busy = undefined
  })
}

/** @returns the end of the next portion: `size` cards on, or before a heading, since a heading begins a row of its own */
export function portionEnd(cards: readonly string[], from: number, size: number): number {
  let end = from + 1
  while (end < Math.min(cards.length, from + size) && !cards[end]!.startsWith('<li part="group')) end += 1
  return end
}

/** What a page of delivery's own carries for the widget's program. */
const liveIn = ({ dataset }: HTMLElement) =>
  dataset.live ? (JSON.parse(dataset.live) as Content['island']) : null

async function finish(
  element: HTMLElement,
  root: ShadowRoot,
  artifact: Artifact | undefined,
  ref: string,
  around: Surroundings,
): Promise<void> {
  const document = element.ownerDocument
  setState(element, artifact?.state ?? 'ready')
  tell(element, 'ready', { ref })
  root.addEventListener('click', (event) => {
    const part = (event.target as Element).closest?.('[part]')?.getAttribute('part')
    if (part) tell(element, 'action', { ref, part })
  })
  const names = artifact?.behaviours ?? element.dataset.behaviours?.split(' ') ?? []
  const home: Home = {
    element,
    root,
    ref,
    locale: artifact?.locale ?? document.documentElement.lang,
    opens: artifact?.opens ?? null,
    island: artifact?.island ?? liveIn(element),
    around,
    load: (path) => load(path, around),
    chunk: (name) => chunkOf(name, around),
    fragment: (markup) => fragmentOf(document, markup, around),
    async fill(box, content) {
      addFonts(document, content.fonts)
      const after = await put(root, box, content, around)
      if (!after) throw new Error('no markup gets through')
      await behave(content.behaviours, { ...home, island: content.island })
      show(after)
    },
    tell: (name) => tell(element, name, { ref }),
  }
  await behave(names, home)
  // What opens over the page has no size in it.
  if (artifact?.opens) return seen(element, ref, undefined, around)
  // Sizes come from an observer: to ask for them here would lay the whole page out on the spot.
  // In a page of delivery's own a style element stands before it.
  const box = root.querySelector('.y') ?? root.firstElementChild!
  const observer = new (document.defaultView as Window & typeof globalThis).ResizeObserver(([entry]) => {
    observer.disconnect()
    if (artifact) {
      fitReserve(element, artifact)
      // An island grows once it is alive: it keeps its room.
      if (!artifact.island) giveBack(element, box)
    }
    seen(element, ref, entry?.contentRect, around)
  })
  observer.observe(box)
}

/** A program that not every page needs. Rejects when it can't be had. */
const chunkOf = <T>(name: string, { delivery }: Surroundings): Promise<T> =>
  import(`${delivery}/${chunkPath(name)}`) as Promise<T>

async function behave(names: readonly string[], home: Home): Promise<void> {
  const { element, root, around } = home
  for (const name of names) {
    try {
      const stop = (await home.chunk<Behaviour>(name)).start(root, home.locale, home)
      if (!stop) continue
      if (element.isConnected) around.running.set(element, [...(around.running.get(element) ?? []), stop])
      else stop()
    } catch {
      // What is there can be read without it.
    }
  }
}

/**
 * A snippet from before a smaller layout reserves too much: then the reserve of now takes its place. Where the snippet
 * fits, nothing moves.
 */
function fitReserve(element: HTMLElement, { reserve }: Artifact): void {
  const { width, height } = element.getBoundingClientRect()
  const now = Math.max(
    ...[reserve.findLast((one) => one.from <= width), reserve.find((one) => one.from >= width)].map(
      (one) => one?.height ?? 0,
    ),
  )
  if (now > 0 && height > now) element.style.setProperty('--yimble-reserve', `${now}px`)
}

/**
 * Heights are counted and never too low. What they are too high by is given back while the end of the widget lies below
 * what is in view, and still does afterwards, so that nobody sees anything move.
 */
function giveBack(element: HTMLElement, box: Element): void {
  const { IntersectionObserver } = element.ownerDocument.defaultView as Window & typeof globalThis
  const observer = new IntersectionObserver(
    ([entry]) => {
      if (!entry?.rootBounds) return
      const { bottom, height } = entry.boundingClientRect
      const spare = height - box.getBoundingClientRect().height
      if (bottom - spare <= entry.rootBounds.bottom) return
      observer.disconnect()
      element.style.setProperty('--yimble-reserve', '0px')
    },
    { threshold: [0, 0.25, 0.5, 0.75] },
  )
  observer.observe(element)
}

/** Tells delivery that this page shows the widget: which page, which size. Nothing about the visitor. */
function seen(
  element: HTMLElement,
  ref: string,
  box: DOMRectReadOnly | undefined,
  { delivery }: Surroundings,
): void {
  const { navigator, location } = element.ownerDocument.defaultView!
  const form = element.dataset.form ?? 'script'
  const page = form === 'frame' ? element.ownerDocument.referrer : location.origin + location.pathname
  navigator.sendBeacon?.(
    `${delivery}/seen`,
    JSON.stringify({
      ref,
      form,
      page,
      width: Math.round(box?.width ?? 0),
      height: Math.round(box?.height ?? 0),
      state: element.dataset.state,
    }),
  )
}

function setState(element: HTMLElement, state: State): void {
  element.dataset.state = state
  if (state === 'loading') element.setAttribute('aria-busy', 'true')
  else element.removeAttribute('aria-busy')
  if (state === 'error') tell(element, 'error', { ref: element.dataset.yimble })
}

function tell(element: HTMLElement, name: string, detail: object): void {
  const { CustomEvent } = element.ownerDocument.defaultView as Window & typeof globalThis
  element.dispatchEvent(new CustomEvent(`yimble:${name}`, { bubbles: true, composed: true, detail }))
}
