/** Markup as a tree, for programs in clients' pages: what they build element by element needs no leave of a strict page. */

/** A text, or an element with what is in it. `href` is there for links only. */
export type TreeNode =
  string | { readonly tag: TreeTag; readonly href?: string; readonly inside: readonly TreeNode[] }

export const treeTags = [
  'p',
  'br',
  'h3',
  'ul',
  'ol',
  'li',
  'strong',
  'em',
  'blockquote',
  'pre',
  'code',
  'a',
  'table',
  'tr',
  'th',
  'td',
] as const
export type TreeTag = (typeof treeTags)[number]
