/** Sanitised markup as a tree of the few elements that a text needs. All else stays as what is in it; pictures stay out. */
import { parseDocument } from 'htmlparser2'
import type { SanitisedHtml } from '@/core/items/item'
import { treeTags, type TreeNode, type TreeTag } from '@/core/items/tree'

/** Elements in it, and letters. */
const most = { nodes: 2_000, depth: 20, letters: 60_000 } as const

const same: Readonly<Record<string, TreeTag>> = {
  b: 'strong',
  i: 'em',
  h1: 'h3',
  h2: 'h3',
  h4: 'h3',
  h5: 'h3',
  h6: 'h3',
  dt: 'p',
  dd: 'p',
  figcaption: 'p',
}
const tagOf = (name: string): TreeTag | undefined =>
  same[name] ?? (treeTags as readonly string[]).find((tag): tag is TreeTag => tag === name)

type Nodes = ReturnType<typeof parseDocument>['childNodes']

export function treeOf(html: SanitisedHtml): TreeNode[] {
  let nodes = 0
  let letters = 0
  const walk = (all: Nodes, depth: number): TreeNode[] =>
    all.flatMap((node): TreeNode[] => {
      if (letters > most.letters || (nodes += 1) > most.nodes) return []
      if (node.type === 'text') {
        letters += node.data.length
        return [node.data]
      }
      if (node.type !== 'tag') return []
      const inside = depth < most.depth ? walk(node.children, depth + 1) : []
      const tag = tagOf(node.name)
      if (!tag) return inside
      if (tag !== 'a') return [{ tag, inside }]
      const { href = '' } = node.attribs
      return /^(https?|mailto|tel):/i.test(href) ? [{ tag, href, inside }] : inside
    })
  return walk(parseDocument(html).childNodes, 0)
}

/** Plain text: a paragraph for each part that an empty line ends. */
export const treeOfText = (text: string): TreeNode[] =>
  text
    .split(/\n\s*\n/)
    .filter((part) => part.trim() !== '')
    .map((part): TreeNode => ({ tag: 'p', inside: [part.trim()] }))
