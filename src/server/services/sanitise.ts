/**
 * Outside markup is cleaned here, once, on the way in; nothing else makes `SanitisedHtml`. No scripts, no styles, no
 * `style`, `class` or `id`, no frames, no forms; links and pictures by http(s) only.
 */
import sanitizeHtml from 'sanitize-html'
import type { SanitisedHtml } from '@/core/items/item'

/** Grows when the rules below change; item rows cleaned by an older version are cleaned again when read. */
export const sanitiserVersion = 1

const headings = ['h1', 'h2', 'h3', 'h4', 'h5', 'h6']

const options: sanitizeHtml.IOptions = {
  allowedTags: [...headings, 'p', 'br', 'hr', 'ul', 'ol', 'li', 'dl', 'dt', 'dd', 'blockquote', 'pre', 'code', 'em', 'strong', 'b', 'i', 'u', 's', 'del', 'ins', 'sub', 'sup', 'small', 'mark', 'abbr', 'cite', 'q', 'time', 'kbd', 'samp', 'var', 'figure', 'figcaption', 'img', 'a', 'table', 'caption', 'thead', 'tbody', 'tfoot', 'tr', 'th', 'td', 'div', 'span', 'section', 'article', 'bdi', 'bdo', 'ruby', 'rt', 'rp', 'wbr', 'details', 'summary'],
  allowedAttributes: {
    a: ['href', 'title', 'hreflang'],
    img: ['src', 'alt', 'title', 'width', 'height'],
    abbr: ['title'],
    time: ['datetime'],
    ol: ['start', 'reversed'],
    th: ['colspan', 'rowspan', 'scope'],
    td: ['colspan', 'rowspan'],
    '*': ['lang', 'dir'],
  },
  allowedSchemes: ['http', 'https', 'mailto', 'tel'],
  allowedSchemesByTag: { img: ['http', 'https'] },
  allowProtocolRelative: true,
  disallowedTagsMode: 'discard',
  nonTextTags: ['script', 'style', 'textarea', 'option', 'noscript', 'template', 'title', 'svg', 'math', 'object', 'iframe', 'xmp', 'noembed', 'noframes', 'plaintext'],
  parser: { lowerCaseTags: true },
}

/** @param base - address that relative ones in the markup resolve against; without it they are left as they are */
export function sanitise(markup: string, base?: string): SanitisedHtml {
  const absolute = (name: string): sanitizeHtml.Transformer => (tagName, attribs) => {
    const address = attribs[name]
    return { tagName, attribs: address && base && URL.canParse(address, base) ? { ...attribs, [name]: new URL(address, base).href } : attribs }
  }
  return sanitizeHtml(markup, { ...options, transformTags: { a: absolute('href'), img: absolute('src') } }) as SanitisedHtml
}
