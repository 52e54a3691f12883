/**
 * Chunk `searching`: asks delivery for what a visitor types or chooses, and puts it in place of what stands there. The page's
 * address keeps it, so that it can be sent on and is there again after a look at an entry.
 */
import type { Home } from '../home'
import { orderEvent } from '../places'

interface Found {
  readonly cards: readonly string[]
  readonly total: number
  readonly counts: Readonly<Record<string, number>>
  readonly told: string
  readonly more: string
}
const waitMs = 200

/** @returns its undo */
export function start(root: ShadowRoot, locale: string, home: Home): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const form = root.querySelector<HTMLFormElement>('form[part=search]')
  const list = root.querySelector<HTMLElement>('[data-cards]')
  const { yimble: ref } = (root.host as HTMLElement).dataset
  // On the bench's stage nothing is looked up.
  if (!form || !list || !ref) return () => {}
  const life = new view.AbortController()
  const { signal } = life
  const field = form.querySelector<HTMLInputElement>('[name=find]')!
  const told = form.querySelector<HTMLElement>('[part=found]')!
  const more = root.querySelector<HTMLElement>('[data-more]')
  const lines = [...root.querySelectorAll<HTMLElement>('[data-in]')]
  const chosen = () => lines.filter((one) => one.ariaCurrent === 'true').map((one) => one.dataset.in!)
  let shown = list.childElementCount
  let asked = 0
  let timer = 0

  async function find(from = 0): Promise<void> {
    view.clearTimeout(timer)
    const mine = (asked += 1)
    const query = { words: field.value.trim(), chosen: chosen(), from }
    keep(query.words, query.chosen)
    list!.ariaBusy = 'true'
    try {
      const url = `${new URL(import.meta.url).origin}/x/${ref}/find?q=${encodeURIComponent(JSON.stringify(query))}`
      const answer = await view.fetch(url, { credentials: 'omit', signal })
      if (!answer.ok) throw new Error(String(answer.status))
      const found = (await answer.json()) as Found
      if (mine !== asked) return
      await show(found, from)
    } catch {
      // Out of reach just now: what is there stays, and the form still leads to the hosted page.
    } finally {
      if (mine === asked) list!.ariaBusy = null
    }
  }
  async function show({ cards, counts, told: words, more: next, total }: Found, from: number): Promise<void> {
    const fragment = await home.fragment(cards.join(''))
    if (!fragment) return
    mark(fragment, field.value)
    const first = fragment.querySelector<HTMLElement>('a')
    if (from > 0) list!.append(fragment)
    else list!.replaceChildren(fragment)
    if (from > 0) first?.focus({ preventScroll: true })
    shown = from + cards.length
    told.textContent = words
    for (const line of lines) {
      const count = counts[line.dataset.in!] ?? 0
      line.querySelector('small')!.textContent = new Intl.NumberFormat(locale).format(count)
      line.classList.toggle('none', count === 0)
    }
    if (more) {
      more.hidden = shown >= total
      more.querySelector('a')!.textContent = next
      more.querySelector('span')!.textContent = ''
    }
    root.dispatchEvent(new view.CustomEvent(orderEvent))
  }
  /** Under names that a page hardly has itself; a frame has no address that anybody sees. */
  function keep(words: string, choices: readonly string[]): void {
    const url = new URL(view.location.href)
    url.searchParams.delete('find-from')
    url.searchParams.delete('find-in')
    if (words) url.searchParams.set('find', words)
    else url.searchParams.delete('find')
    for (const one of choices) url.searchParams.append('find-in', one)
    view.history.replaceState(view.history.state, '', url)
  }
  function choose(line: HTMLElement): void {
    const heading = (one: HTMLElement) => one.dataset.in!.slice(0, one.dataset.in!.lastIndexOf('|'))
    const isOn = line.ariaCurrent === 'true'
    for (const one of lines) if (heading(one) === heading(line)) one.ariaCurrent = null
    if (!isOn) line.ariaCurrent = 'true'
    void find()
  }

  const on = (target: EventTarget, name: string, act: (event: Event) => void) =>
    target.addEventListener(name, act, { signal })
  on(form, 'submit', (event) => {
    event.preventDefault()
    void find()
  })
  on(field, 'input', () => {
    view.clearTimeout(timer)
    timer = view.setTimeout(() => void find(), waitMs)
  })
  for (const line of lines)
    on(line, 'click', (event) => {
      event.preventDefault()
      choose(line)
    })
  if (more)
    on(more.querySelector('a')!, 'click', (event) => {
      event.preventDefault()
      void find(shown)
    })

  // What the address says is there again; a hosted page brings it along.
  const now = new URL(view.location.href).searchParams
  const choices = now.getAll('find-in')
  const words = now.get('find') ?? (choices.length > 0 ? '' : field.value)
  if (words !== field.defaultValue || choices.some((one) => !chosen().includes(one))) {
    field.value = words
    for (const line of lines) line.ariaCurrent = choices.includes(line.dataset.in!) ? 'true' : null
    if (words || choices.length > 0) void find()
  } else if (words) mark(list, words)
  return () => {
    life.abort()
    view.clearTimeout(timer)
  }
}

/** Tints the words of titles that were looked for. */
function mark(within: ParentNode & Node, typed: string): void {
  const words = typed.match(/[\p{L}\p{N}]{2,}/gu) ?? []
  if (words.length === 0) return
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}])(?:${words.join('|')})[\\p{L}\\p{N}]*`, 'giu')
  for (const title of within.querySelectorAll('[part=title]')) {
    const leaf = title.querySelector('a') ?? title
    const text = leaf.textContent ?? ''
    const pieces: (string | Node)[] = []
    let at = 0
    for (const match of text.matchAll(pattern)) {
      const tint = leaf.ownerDocument!.createElement('mark')
      tint.textContent = match[0]
      pieces.push(text.slice(at, match.index), tint)
      at = match.index + match[0].length
    }
    if (pieces.length > 0) leaf.replaceChildren(...pieces, text.slice(at))
  }
}
