/** Microdata of a page (HTML Living Standard, “Microdata”) as nodes like those of JSON-LD. */
import { DomHandler } from 'htmlparser2'
import { parseMarkup } from '../items/parseMarkup'
import { oneLine } from '../items/text'
import type { Json } from './json'
import { resolve } from './address'

type Document = DomHandler['root']
type Node = Document['children'][number]
type Element = Extract<Node, { attribs: Record<string, string> }>

const isElement = (node: Node): node is Element => 'attribs' in node
const childrenOf = (node: Node | Document): readonly Node[] => ('children' in node ? node.children : [])
const most = 5_000

/** Top-level items, in the order of the page. */
export function microdataOf(html: string, base: string | undefined): Json[] {
  if (!/\sitemscope/i.test(html)) return []
  const dom = new DomHandler()
  parseMarkup(html, {
    onopentag: (name, attributes) => dom.onopentag(name, attributes),
    onclosetag: () => dom.onclosetag(),
    ontext: (piece) => dom.ontext(piece),
  })
  const document = dom.root
  const byId = new Map<string, Element>()
  const tops: Element[] = []
  visit(document, (element) => {
    if (element.attribs.id && !byId.has(element.attribs.id)) byId.set(element.attribs.id, element)
    if (
      element.attribs.itemscope !== undefined &&
      element.attribs.itemprop === undefined &&
      tops.length < most
    )
      tops.push(element)
  })
  const left = { items: most }
  return tops.map((element) => nodeOf(element, byId, base, new Set(), left))
}

function visit(start: Node | Document, see: (element: Element) => void): void {
  const open: (Node | Document)[] = [start]
  for (let node = open.pop(); node; node = open.pop()) {
    if ('attribs' in node) see(node as Element)
    for (const child of [...childrenOf(node)].reverse()) open.push(child)
  }
}

/** @param left - items that may still be made: those that name each other (`itemref`) would otherwise be unfolded without end */
function nodeOf(
  element: Element,
  byId: ReadonlyMap<string, Element>,
  base: string | undefined,
  within: ReadonlySet<Element>,
  left: { items: number },
): Json {
  left.items -= 1
  const { itemtype = '', itemid, itemref = '' } = element.attribs
  const node: Record<string, unknown> = {
    '@type': itemtype.split(/\s+/).filter(Boolean),
    ...(itemid ? { '@id': resolve(itemid, base) ?? itemid } : {}),
  }
  const inside = new Set(within).add(element)
  const queue: Node[] = [...childrenOf(element), ...itemref.split(/\s+/).flatMap((id) => byId.get(id) ?? [])]
  const seen = new Set<Node>([element])
  for (let one = queue.shift(); one; one = queue.shift()) {
    if (!isElement(one) || seen.has(one)) continue
    seen.add(one)
    const names = (one.attribs.itemprop ?? '').split(/\s+/).filter(Boolean)
    const isItem = one.attribs.itemscope !== undefined
    if (names.length > 0) {
      const value = isItem
        ? inside.has(one) || inside.size > 30 || left.items <= 0
          ? undefined
          : nodeOf(one, byId, base, inside, left)
        : valueOf(one, base)
      for (const name of names)
        if (value !== undefined && name !== '__proto__')
          node[name] = Object.hasOwn(node, name)
            ? [...(Array.isArray(node[name]) ? (node[name] as unknown[]) : [node[name]]), value]
            : value
    }
    if (!isItem) queue.unshift(...childrenOf(one))
  }
  return node
}

const addressAttributes: Readonly<Record<string, string>> = {
  a: 'href',
  area: 'href',
  link: 'href',
  img: 'src',
  audio: 'src',
  embed: 'src',
  iframe: 'src',
  source: 'src',
  track: 'src',
  video: 'src',
  object: 'data',
}

function valueOf(element: Element, base: string | undefined): string {
  const { attribs, name } = element
  if (attribs.content !== undefined) return attribs.content
  if (name in addressAttributes) {
    const written = attribs[addressAttributes[name]!] ?? ''
    return resolve(written, base) ?? written
  }
  if (name === 'data' || name === 'meter') return attribs.value ?? ''
  if (name === 'time' && attribs.datetime !== undefined) return attribs.datetime
  let text = ''
  const open: Node[] = [element]
  for (let node = open.pop(); node; node = open.pop()) {
    if ('data' in node && node.type === 'text') text += node.data
    for (const child of [...childrenOf(node)].reverse()) open.push(child)
  }
  return oneLine(text)
}
