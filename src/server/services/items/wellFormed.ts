/**
 * Markup as a browser would understand it (WHATWG HTML, 13.2, by parse5): elements that nobody closed or that overlap come
 * out nested as they would show. What is cleaned afterwards then is what people would have seen. Markup made to grow or to
 * nest without end comes out as its words.
 */
import {
  defaultTreeAdapter as tree,
  parseFragment,
  serialize,
  type DefaultTreeAdapterTypes as Tree,
} from 'parse5'

/** Nothing for people is nested so deep, and whatever reads it afterwards takes time with the square of it. */
const deepest = 200
/** So often formatting that is open is opened anew in the next block, at the most. */
const mostGrown = 300_000
/** What browsers with scripts read as plain characters, though it may look like markup; none of it is for people. */
const raw = new Set([
  'script',
  'style',
  'noscript',
  'iframe',
  'noembed',
  'noframes',
  'template',
  'title',
  'textarea',
])

export function wellFormed(markup: string): string {
  if (!markup.includes('<')) return markup
  if (growthOf(markup) > mostGrown) return markup.replace(/<[^>]*>?/g, ' ').replace(/>/g, '&gt;')
  const fragment = parseFragment(markup)
  const open: { readonly parent: Tree.ParentNode; readonly depth: number }[] = [
    { parent: fragment, depth: 0 },
  ]
  for (let next = open.pop(); next; next = open.pop()) {
    const { parent, depth } = next
    for (const child of [...parent.childNodes]) {
      if (!tree.isElementNode(child)) continue
      if (raw.has(child.tagName)) tree.detachNode(child)
      else if (depth === deepest) replaceByWords(child)
      else open.push({ parent: child, depth: depth + 1 })
    }
  }
  return serialize(fragment)
}

/** Formatting stays open over the ends of blocks and is opened anew in each one that follows, until it is closed. */
function growthOf(markup: string): number {
  let formatting = 0
  let growth = 0
  for (const [, slash, isFormatting] of markup.matchAll(
    /<(\/?)(?:(a|b|big|code|em|font|i|nobr|s|small|strike|strong|tt|u)|p|div|li|ul|ol|dl|d[dt]|t[drh]|h[1-6]|table|section|article|blockquote|center)[\s/>]/gi,
  )) {
    if (isFormatting) formatting = Math.max(0, formatting + (slash ? -1 : 1))
    else if (!slash) growth += formatting
  }
  return growth
}

function replaceByWords(element: Tree.Element): void {
  let words = ''
  const open: Tree.Node[] = [element]
  for (let node = open.pop(); node; node = open.pop()) {
    if (tree.isTextNode(node)) words += node.value
    else if ('childNodes' in node && !raw.has(node.nodeName))
      for (const child of [...node.childNodes].reverse()) open.push(child)
  }
  tree.insertTextBefore(element.parentNode!, words, element)
  tree.detachNode(element)
}
