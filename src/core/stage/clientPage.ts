/**
 * A client's page made ready for the stage: scripts, refreshes and the page's own policies out, addresses resolved, and
 * the places found where a widget can stand. Parsing is parse5's, as browsers do it.
 */
import {
  defaultTreeAdapter as tree,
  html as names,
  parse,
  serialize,
  type DefaultTreeAdapterTypes as Tree,
} from 'parse5'
import { shortHash } from '../items/identity'
import { blockInWords, fingerprintOf, type Anchor, type Position } from './anchor'

/** A place that a page offers by itself: where a snippet stands already, an empty box, a landmark. */
export interface FoundSlot {
  /** Short, and the same for the same place. */
  readonly id: string
  readonly label: string
  readonly anchor: Anchor
}

export interface ClientPage {
  readonly title: string
  readonly html: string
  readonly slots: readonly FoundSlot[]
}

/** Deeper pages are made to break whoever walks them; real ones stay below a hundred. */
export const deepestPage = 500

type Element = Tree.Element
const isElement = (node: Tree.Node): node is Element => 'tagName' in node
const attribute = (element: Element, name: string) => element.attrs.find((one) => one.name === name)?.value

const dropped = new Set(['script', 'noscript', 'object', 'embed', 'applet', 'template'])
const isDropped = (element: Element) =>
  dropped.has(element.tagName) ||
  (element.tagName === 'meta' && attribute(element, 'http-equiv') !== undefined) ||
  (element.tagName === 'link' &&
    /preload|prefetch|manifest|modulepreload/i.test(attribute(element, 'rel') ?? '')) ||
  element.tagName === 'base'

/** @param url - where it was fetched; relative addresses in it resolve against this */
export function prepareClientPage(markup: string, url: string): ClientPage {
  const document = parse(markup)
  const base = collectBase(document) ?? url
  const all = strip(document)
  const head = all.find((element) => element.tagName === 'head')
  if (head) {
    const element = tree.createElement('base', names.NS.HTML, [
      { name: 'href', value: URL.canParse(base, url) ? new URL(base, url).href : url },
    ])
    const first = head.childNodes[0]
    if (first) tree.insertBefore(head, element, first)
    else tree.appendChild(head, element)
  }
  const title = textOf(all.find((element) => element.tagName === 'title'))
  return { title: title.trim(), html: serialize(document), slots: slotsOf(all) }
}

function collectBase(document: Tree.Document): string | undefined {
  const queue: Tree.Node[] = [document]
  for (const node of queue) {
    if (isElement(node) && node.tagName === 'base') return attribute(node, 'href')
    if ('childNodes' in node) queue.push(...node.childNodes)
  }
  return undefined
}

/**
 * Takes out what must not be there, and lists the elements that stay, in the order of the document.
 * @throws RangeError when it nests deeper than pages do
 */
function strip(document: Tree.Document): Element[] {
  const all: Element[] = []
  const waiting: { node: Tree.ChildNode; depth: number }[] = []
  const lineUp = (parent: Tree.ParentNode, depth: number) => {
    for (const node of [...parent.childNodes].reverse()) waiting.push({ node, depth })
  }
  lineUp(document, 1)
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const { node, depth } = next
    if (!isElement(node)) continue
    if (depth > deepestPage) throw new RangeError(`The page nests more than ${deepestPage} deep`)
    if (isDropped(node)) {
      tree.detachNode(node)
      continue
    }
    node.attrs = node.attrs.filter(
      ({ name, value }) =>
        !name.startsWith('on') && !/^\s*javascript:/i.test(value) && name !== 'nonce' && name !== 'srcdoc',
    )
    all.push(node)
    lineUp(node, depth + 1)
  }
  return all
}

const landmarks: readonly (readonly [string, string])[] = [
  ['main', 'Main part'],
  ['aside', 'Side column'],
  ['footer', 'Footer'],
]
const boxes = new Set(['div', 'section', 'article', 'aside', 'main', 'p'])

/** Where a snippet stands already, then empty boxes, then the landmarks of the page. */
function slotsOf(all: readonly Element[]): FoundSlot[] {
  const taken = all
    .filter(
      (element) =>
        attribute(element, 'data-yimble') !== undefined &&
        element.parentNode &&
        isElement(element.parentNode),
    )
    .map((element) => element.parentNode as Element)
  const empty = all.filter(
    (element) =>
      boxes.has(element.tagName) &&
      attribute(element, 'id') &&
      textOf(element).trim() === '' &&
      !element.childNodes.some(isElement),
  )
  const found = new Map<string, FoundSlot>()
  const add = (element: Element, at: Position, selector = selectorOf(element)) => {
    const label = labelOf(element)
    const facts = { tag: element.tagName, heading: '', text: textOf(element), label: ownLabel(element) }
    const anchor = { selector, at, tag: facts.tag, text: fingerprintOf(facts), words: blockInWords(facts) }
    const id = shortHash(`${at} ${selector}`)
    if (selector.length <= longestSelector && !found.has(id))
      found.set(id, { id, label: label.slice(0, 120), anchor })
  }
  for (const element of taken) add(element, 'end')
  for (const element of empty) add(element, 'start')
  for (const [name] of landmarks) {
    const element = all.find((one) => one.tagName === name)
    if (element) add(element, 'end', name)
  }
  const body = all.find((element) => element.tagName === 'body')
  if (found.size === 0 && body) add(body, 'end')
  return [...found.values()].slice(0, mostSlots)
}

const mostSlots = 60
const longestSelector = 1000

const ownLabel = (element: Element) =>
  attribute(element, 'aria-label') ?? attribute(element, 'data-label') ?? attribute(element, 'id') ?? ''

function labelOf(element: Element): string {
  const own = landmarks.find(([name]) => name === element.tagName)
  if (own) return own[1]
  if (element.tagName === 'body') return 'End of the page'
  const landmark = landmarks.find(([name]) => isInside(element, name))
  const words = (ownLabel(element) || element.tagName).replace(/[-_]+/g, ' ').trim()
  const label = words.charAt(0).toUpperCase() + words.slice(1)
  return landmark ? `${label} (${landmark[1].toLowerCase()})` : label
}

function isInside(element: Element, name: string): boolean {
  for (let node: Tree.ParentNode | null = element; node && isElement(node); node = node.parentNode)
    if (node.tagName === name) return true
  return false
}

/** By id where there is a plain one, else the way down from the body by position. */
function selectorOf(element: Element): string {
  const id = attribute(element, 'id')
  if (id && /^[a-z][\w-]*$/i.test(id)) return `#${id}`
  const parent = element.parentNode
  if (!parent || !isElement(parent) || element.tagName === 'body') return element.tagName
  const alike = parent.childNodes.filter(
    (node): node is Element => isElement(node) && node.tagName === element.tagName,
  )
  return `${selectorOf(parent)} > ${element.tagName}:nth-of-type(${alike.indexOf(element) + 1})`
}

const enoughText = 400

/** Text from the beginning, as much as is needed to know it by. */
function textOf(start: Tree.Node | undefined): string {
  let text = ''
  const waiting = start ? [start] : []
  for (let node = waiting.pop(); node && text.length < enoughText; node = waiting.pop()) {
    if (node.nodeName === '#text') text += (node as Tree.TextNode).value
    else if ('childNodes' in node) waiting.push(...[...node.childNodes].reverse())
  }
  return text
}
