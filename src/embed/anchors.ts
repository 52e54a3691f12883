/**
 * Finds places in a client's page, names its blocks, and goes from one to the next. For the stage only. The widget's own
 * elements are no blocks of the page.
 */
import { blockInWords, fingerprintOf, likeness, type Anchor, type Position } from '../core/stage/anchor'

export type Step = 'wider' | 'narrower' | 'next' | 'previous'
export interface Found {
  readonly element: Element
  readonly how: 'there' | 'moved'
}

const nowhere = 'script,style,link,meta,template,noscript,br,wbr,source,track,[data-stage],[data-stage-tool]'
/** What is set within a line of text is no block. */
const inline =
  'a,abbr,b,bdi,bdo,button,cite,code,data,em,i,input,kbd,label,mark,q,s,samp,select,small,span,strong,sub,sup,svg,svg *,textarea,time,u,var,option'
const headings = 'h1,h2,h3,h4,h5,h6'
const smallestPx = 8

const isBlock = (element: Element): boolean =>
  !element.matches(nowhere) &&
  !element.closest('[data-stage],[data-stage-tool]') &&
  element.tagName !== 'HTML'
const isSeen = (element: Element): boolean => {
  const { width, height } = element.getBoundingClientRect()
  return width >= smallestPx && height >= smallestPx
}

/** The block that something in the page belongs to. */
export function blockAt(element: Element | null): Element | undefined {
  let node = element
  while (node && (!isBlock(node) || node.matches(inline) || !isSeen(node))) node = node.parentElement
  return node && node.tagName !== 'HTML' ? node : undefined
}

/** The block beside, around or within another; the same one where there is none. */
export function stepFrom(element: Element, step: Step): Element {
  const sibling = (next: (one: Element) => Element | null) => {
    for (let node = next(element); node; node = next(node))
      if (isBlock(node) && !node.matches(inline) && isSeen(node)) return node
    return undefined
  }
  switch (step) {
    case 'wider': {
      const parent = element.parentElement
      return parent && parent.tagName !== 'HTML' ? (blockAt(parent) ?? element) : element
    }
    case 'narrower':
      return (
        [...element.children].find((child) => isBlock(child) && !child.matches(inline) && isSeen(child)) ??
        element
      )
    case 'next':
      return sibling((one) => one.nextElementSibling) ?? element
    case 'previous':
      return sibling((one) => one.previousElementSibling) ?? element
  }
}

const factsOf = (element: Element) => {
  const own = element.matches(headings) ? element : element.querySelector(headings)
  const id = /^[a-z]+(?:[-_][a-z]+)*$/i.test(element.id) ? element.id.replace(/[-_]+/g, ' ') : ''
  return {
    tag: element.tagName.toLowerCase(),
    heading: own?.textContent ?? '',
    text: (element.textContent ?? '').slice(0, 400),
    label: element.getAttribute('aria-label') ?? element.getAttribute('data-label') ?? id,
  }
}

export const nameOf = (element: Element): string => blockInWords(factsOf(element))

export function anchorAt(element: Element, at: Position): Anchor {
  const facts = factsOf(element)
  return {
    selector: selectorOf(element),
    at,
    tag: facts.tag,
    text: fingerprintOf(facts),
    words: blockInWords(facts),
  }
}

/** By id where it is the only one, else the way down from there by position, without what the stage put in. */
export function selectorOf(element: Element): string {
  const { id, tagName, parentElement, ownerDocument } = element
  const tag = tagName.toLowerCase()
  if (/^[a-z][\w-]*$/i.test(id) && ownerDocument.querySelectorAll(`#${id}`).length === 1) return `#${id}`
  if (!parentElement || tag === 'body') return tag
  const alike = [...parentElement.children].filter(
    (one) => one.tagName === tagName && !one.matches('[data-stage],[data-stage-tool],[data-stage-ruler]'),
  )
  const step = alike.length > 1 ? `${tag}:nth-of-type(${alike.indexOf(element) + 1})` : tag
  return `${selectorOf(parentElement)} > ${step}`
}

const leastLike = 0.5

/** The block of an anchor as the page is now: where it was, or where the same words are now. */
export function findAnchor(document: Document, { selector, tag, text }: Anchor): Found | undefined {
  const hit = query(document, selector)
  const fits = (element: Element) =>
    (tag === '' || element.tagName.toLowerCase() === tag) &&
    (text === '' || fingerprintOf(factsOf(element)) === text)
  if (hit && fits(hit)) return { element: hit, how: 'there' }
  if (text !== '') {
    const same = [...document.body.getElementsByTagName(tag || 'body')].filter(
      (one) => isBlock(one) && fits(one),
    )
    if (same.length === 1) return { element: same[0]!, how: 'moved' }
  }
  // Words change while a block stays: a date in a heading, another opening sentence.
  const isSame =
    hit?.tagName.toLowerCase() === tag &&
    (selector.startsWith('#')
      ? !selector.includes(' ')
      : likeness(fingerprintOf(factsOf(hit)), text) >= leastLike)
  return hit && isSame ? { element: hit, how: 'there' } : undefined
}

/** What comes nearest to a lost place: blocks that say much the same, then what stands around where it was. */
export function nearestTo(document: Document, anchor: Anchor, most = 3): Anchor[] {
  const alike = [...document.body.querySelectorAll(anchor.tag || '*')]
    .filter((element) => isBlock(element) && isSeen(element))
    .map((element) => ({ element, like: likeness(fingerprintOf(factsOf(element)), anchor.text) }))
    .filter(({ like }) => like > 0.2)
    .sort((a, b) => b.like - a.like)
    .map(({ element }) => element)
  const around: Element[] = []
  for (let steps = anchor.selector.split(' > '); steps.length > 1; steps = steps.slice(0, -1)) {
    const last = query(document, steps.join(' > ')) ?? query(document, steps.slice(0, -1).join(' > '))
    const block = last && blockAt(last)
    if (block) around.push(block)
  }
  const footer = document.querySelector('main, footer')
  return [...new Set([...alike.slice(0, most), ...around, ...(footer ? [footer] : [])])]
    .slice(0, most)
    .map((element) =>
      anchorAt(element, element.tagName === 'BODY' || element.tagName === 'MAIN' ? 'end' : anchor.at),
    )
}

function query(document: Document, selector: string): Element | undefined {
  try {
    const found = document.querySelector(selector)
    return found && isBlock(found) ? found : undefined
  } catch {
    return undefined // a selector that this browser does not take
  }
}

/**
 * Puts the widget there. A block that it stands instead of is hidden, not taken out, so that it is still found.
 * @returns what takes it out again and leaves the page as it was
 */
export function putAt(element: Element, at: Position, host: HTMLElement): () => void {
  if (at === 'before' || at === 'instead') element.before(host)
  else if (at === 'after') element.after(host)
  else if (at === 'start') element.prepend(host)
  else element.append(host)
  if (at === 'instead') element.setAttribute('data-stage-old', '')
  return () => {
    host.remove()
    if (at === 'instead') element.removeAttribute('data-stage-old')
  }
}
