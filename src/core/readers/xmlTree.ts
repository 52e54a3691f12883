/**
 * Tolerant XML to a small tree. Tokens are htmlparser2's; namespaces, inherited `xml:base`/`xml:lang` and what was
 * found broken are ours. Names come out as `prefix:local` with the prefix usual for that namespace, whatever prefix the
 * document chose, so that readers ask for `content:encoded` and get it.
 */
import type { Parser } from 'htmlparser2'
import { decodeHTML } from 'entities'
import { parseMarkup } from '../items/parseMarkup'
import { resolve } from './address'
import { mendControls } from './mojibake'
import type { ReadProblem } from './reader'

export interface XmlNode {
  readonly name: string
  /** Own attributes; names with a prefix keep it as written. */
  readonly attributes: Readonly<Record<string, string>>
  readonly children: (XmlNode | string)[]
  /** The nearest `xml:base` chain, resolved; undefined when there is none and the document's address is unknown. */
  readonly base: string | undefined
  readonly language: string | undefined
}

/**
 * Namespace → the prefix it usually has, told by how its address ends: the same namespace is written with and without a
 * slash, with another scheme, in another case. The empty prefix: RSS elements.
 */
const usualPrefixes: readonly (readonly [RegExp, string])[] = [
  [/\/2005\/atom$|\/atom\/ns#$/, 'atom'],
  [/\/rss\/1\.0\/$|\/rdf\/simple\/0\.9\/$|\/rss2$/, ''],
  [/22-rdf-syntax-ns#$/, 'rdf'],
  [/\/rss\/1\.0\/modules\/content\/$/, 'content'],
  [/\/dc\/elements\/1\.1\/$/, 'dc'],
  [/\/dc\/terms\/$/, 'dcterms'],
  [/\/mrss\/?$/, 'media'],
  [/\/podcast-1\.0\.dtd$/, 'itunes'],
  [/\/1999\/xhtml$/, 'xhtml'],
  [/\/rss\/1\.0\/modules\/slash\/$/, 'slash'],
  [/\/rss\/1\.0\/modules\/syndication\/$/, 'sy'],
]
const known = new Map<string, string | undefined>()

function usualPrefix(namespace: string): string | undefined {
  if (known.has(namespace)) return known.get(namespace)
  const prefix = usualPrefixes.find(([ending]) => ending.test(namespace.toLowerCase()))?.[1]
  // Made-up namespaces must not fill the memory.
  if (known.size < 500) known.set(namespace, prefix)
  return prefix
}

/** Deeper trees would also be too deep for whatever walks them. */
const deepest = 500

interface Scope {
  readonly prefixes: ReadonlyMap<string, string>
  readonly base: string | undefined
  readonly language: string | undefined
}

export function parseXml(
  text: string,
  url?: string,
): { readonly root: XmlNode | undefined; readonly problems: ReadProblem[] } {
  const problems: ReadProblem[] = []
  const stack: XmlNode[] = []
  const scopes: Scope[] = [{ prefixes: new Map(), base: url, language: undefined }]
  let root: XmlNode | undefined
  let pending: Record<string, string> = {}
  let parser: Parser
  const lineAt = () => `line ${countLines(text, parser.startIndex)}`

  const isWhole = parseMarkup(
    text,
    {
      onparserinit: (made) => void (parser = made),
      onopentagname() {
        pending = {}
      },
      onattribute(name, value) {
        if (!Object.hasOwn(pending, name))
          Object.defineProperty(pending, name, { value: mendControls(value), enumerable: true })
      },
      onopentag(written) {
        const outer = scopes.at(-1)!
        const scope = enter(outer, pending)
        scopes.push(scope)
        const node: XmlNode = {
          name: usualName(written, scope.prefixes),
          attributes: pending,
          children: [],
          base: scope.base,
          language: scope.language,
        }
        const parent = stack.at(-1)
        if (parent) parent.children.push(node)
        else root ??= node
        stack.push(node)
      },
      onclosetag(written, implied) {
        // The parser calls an element that closes itself implied, too.
        const closesItself = text.startsWith('/>', parser.endIndex - 1)
        if (implied && !closesItself && problems.length < 20)
          problems.push({
            where: `${lineAt()}, <${written}>`,
            what: 'the element is never closed',
            done: 'it was taken to end where its surroundings end',
          })
        const node = stack.pop()
        scopes.pop()
        if (node && implied && !closesItself) letGo(node, stack.at(-1))
      },
      ontext(piece) {
        stack.at(-1)?.children.push(mendControls(piece))
      },
    },
    // Text entities of HTML are decoded by `charactersOf`, once: publishers use them without declaring them.
    { xmlMode: true, decodeEntities: true, recognizeCDATA: true },
    deepest,
  )
  if (!isWhole)
    problems.push({
      where: lineAt(),
      what: `elements are nested more than ${deepest} deep`,
      done: 'what comes after that was not read',
    })
  return { root, problems }
}

const holdsOthers = /(^|:)(rss|rdf|feed|channel|item|entry)$/

/**
 * An element that is never closed has swallowed what stood after it. Its text stays; the elements go back to where they
 * stood, beside it. Markup within a text stays, and what holds elements by nature gives back only further entries.
 */
function letGo(node: XmlNode, parent: XmlNode | undefined): void {
  if (!parent) return
  const first = holdsOthers.test(node.name)
    ? node.children.findIndex((child) => typeof child !== 'string' && /(^|:)(item|entry)$/.test(child.name))
    : node.children.findIndex((child) => typeof child !== 'string' && !child.name.startsWith('xhtml:'))
  if (first >= 0) parent.children.push(...node.children.splice(first))
}

function enter(outer: Scope, attributes: Record<string, string>): Scope {
  let { prefixes, base, language } = outer
  for (const [name, value] of Object.entries(attributes)) {
    if (name === 'xmlns' || name.startsWith('xmlns:'))
      prefixes = new Map(prefixes).set(name.slice(6), value.trim())
    else if (name === 'xml:base') base = resolve(value, base) ?? base
    else if (name === 'xml:lang') language = value
  }
  return prefixes === outer.prefixes && base === outer.base && language === outer.language
    ? outer
    : { prefixes, base, language }
}

function usualName(written: string, prefixes: ReadonlyMap<string, string>): string {
  const colon = written.indexOf(':')
  const prefix = colon < 0 ? '' : written.slice(0, colon)
  const local = written.slice(colon + 1)
  const namespace = prefixes.get(prefix)
  const usual = namespace === undefined ? prefix : (usualPrefix(namespace) ?? prefix)
  return (usual ? `${usual}:${local}` : local).toLowerCase()
}

function countLines(text: string, until: number): number {
  let lines = 1
  for (let at = text.indexOf('\n'); at >= 0 && at < until; at = text.indexOf('\n', at + 1)) lines += 1
  return lines
}

export const childrenOf = (node: XmlNode | undefined, ...names: string[]): XmlNode[] =>
  (node?.children ?? []).filter(
    (child): child is XmlNode => typeof child !== 'string' && names.includes(child.name),
  )

export const childOf = (node: XmlNode | undefined, ...names: string[]): XmlNode | undefined => {
  for (const name of names) {
    const found = childrenOf(node, name)
    const filled =
      found.find((one) => one.children.length > 0 || Object.keys(one.attributes).length > 0) ?? found[0]
    if (filled) return filled
  }
  return undefined
}

/** All the text inside, as characters: the document's own escaping undone, nothing more. */
export function charactersOf(node: XmlNode | undefined): string {
  if (!node) return ''
  let text = ''
  for (const child of node.children) text += typeof child === 'string' ? child : charactersOf(child)
  return text
}

/** Text for people: HTML entities that the document used undeclared are decoded too. */
export const plainOf = (node: XmlNode | undefined): string => decodeHTML(charactersOf(node)).trim()

const voidElements = new Set(['area', 'br', 'col', 'embed', 'hr', 'img', 'input', 'source', 'track', 'wbr'])
const escapeText = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')

/** The children as HTML markup, for content that is carried as elements (Atom's `xhtml`). */
export function markupOf(node: XmlNode): string {
  return node.children
    .map((child) => {
      if (typeof child === 'string') return escapeText(child)
      const name = child.name.replace(/^xhtml:/, '')
      const attributes = Object.entries(child.attributes)
        .filter(([key]) => !key.startsWith('xml'))
        .map(([key, value]) => ` ${key}="${escapeText(value).replace(/"/g, '&quot;')}"`)
        .join('')
      return voidElements.has(name)
        ? `<${name}${attributes}>`
        : `<${name}${attributes}>${markupOf(child)}</${name}>`
    })
    .join('')
}
