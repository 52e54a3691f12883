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

export interface FoundSlot {
  readonly id: string
  readonly label: string
  /** CSS selector that finds it in this page. */
  readonly selector: string
}

export interface ClientPage {
  readonly title: string
  readonly html: string
  readonly slots: readonly FoundSlot[]
}

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
  const all: Element[] = []
  const base = collectBase(document) ?? url
  walk(document, all)
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

/** Takes out what must not be there, and lists the elements that stay. */
function walk(node: Tree.ParentNode, all: Element[]): void {
  for (const child of [...node.childNodes]) {
    if (!isElement(child)) continue
    if (isDropped(child)) {
      tree.detachNode(child)
      continue
    }
    child.attrs = child.attrs.filter(
      ({ name, value }) =>
        !name.startsWith('on') && !/^\s*javascript:/i.test(value) && name !== 'nonce' && name !== 'srcdoc',
    )
    all.push(child)
    walk(child, all)
  }
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
  const found: FoundSlot[] = []
  for (const element of [...taken, ...empty]) {
    const selector = selectorOf(element)
    if (!found.some((slot) => slot.selector === selector))
      found.push({ id: selector, label: labelOf(element), selector })
  }
  for (const [name, label] of landmarks) {
    if (all.some((element) => element.tagName === name)) found.push({ id: name, label, selector: name })
  }
  if (found.length === 0) found.push({ id: 'body', label: 'End of the page', selector: 'body' })
  return found
}

function labelOf(element: Element): string {
  const own = attribute(element, 'aria-label') ?? attribute(element, 'data-label') ?? attribute(element, 'id')
  const landmark = landmarks.find(([name]) => isInside(element, name))
  const words = (own ?? element.tagName).replace(/[-_]+/g, ' ').trim()
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

function textOf(node: Tree.Node | undefined): string {
  if (!node) return ''
  if (node.nodeName === '#text') return (node as Tree.TextNode).value
  return 'childNodes' in node ? node.childNodes.map(textOf).join('') : ''
}
