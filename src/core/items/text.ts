/** Plain text of markup, for titles, summaries and rules. Parsing is htmlparser2's; what separates words is ours. */
import { parseMarkup } from './parseMarkup'

const unseen = new Set([
  'script',
  'style',
  'template',
  'noscript',
  'head',
  'title',
  'textarea',
  'select',
  'svg',
  'math',
  'object',
  'iframe',
])
const blocks = new Set([
  'p',
  'div',
  'br',
  'li',
  'ul',
  'ol',
  'tr',
  'td',
  'th',
  'table',
  'h1',
  'h2',
  'h3',
  'h4',
  'h5',
  'h6',
  'blockquote',
  'figure',
  'figcaption',
  'pre',
  'hr',
  'section',
  'article',
  'dd',
  'dt',
])

/** Text as a reader would see it: one line, single spaces, nothing of scripts and styles. */
export function textOf(markup: string): string {
  if (!/[<&]/.test(markup)) return oneLine(markup)
  let text = ''
  let hidden = 0
  parseMarkup(markup, {
    onopentag(name) {
      if (unseen.has(name)) hidden += 1
      else if (blocks.has(name)) text += ' '
    },
    onclosetag(name) {
      if (unseen.has(name)) hidden = Math.max(0, hidden - 1)
      else if (blocks.has(name)) text += ' '
    },
    ontext(piece) {
      if (hidden === 0) text += piece
    },
  })
  return oneLine(text)
}

/** Text of a title. One that begins like a processing instruction is about it: in a body that is what editors leave behind. */
export const titleOf = (markup: string): string => textOf(markup.replace(/^\s*<\?/, '&lt;?'))

export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim()

/** At most `limit` characters, cut between words, with an ellipsis when something was cut. */
export function shorten(text: string, limit: number): string {
  if (text.length <= limit) return text
  const cut = text.slice(0, limit + 1)
  const space = cut.lastIndexOf(' ')
  return `${cut.slice(0, space > limit / 2 ? space : limit).replace(/[\s,.;:–-]+$/, '')}…`
}
