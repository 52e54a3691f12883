/**
 * Outside markup is cleaned here, once, on the way in; nothing else makes `SanitisedHtml`. No scripts, no styles, no
 * `style`, `class` or `id`, no frames, no forms. Links by the schemes of `allowedSchemes` below, which start nothing but a mail,
 * a call, a chat or a download; pictures by http(s), and those packed into the address.
 */
import sanitizeHtml from 'sanitize-html'
import type { SanitisedHtml } from '@/core/items/item'
import { wellFormed } from './wellFormed'

/** Grows when the rules below change. Item rows keep it beside the raw markup, so that rows of an older version can be told. */
export const sanitiserVersion = 2

const headings = ['h1', 'h2', 'h3', 'h4', 'h5', 'h6']

const options: sanitizeHtml.IOptions = {
  allowedTags: [
    ...headings,
    'p',
    'br',
    'hr',
    'ul',
    'ol',
    'li',
    'dl',
    'dt',
    'dd',
    'blockquote',
    'pre',
    'code',
    'em',
    'strong',
    'b',
    'i',
    'u',
    's',
    'del',
    'ins',
    'sub',
    'sup',
    'small',
    'mark',
    'abbr',
    'cite',
    'q',
    'time',
    'kbd',
    'samp',
    'var',
    'figure',
    'figcaption',
    'img',
    'a',
    'table',
    'caption',
    'thead',
    'tbody',
    'tfoot',
    'tr',
    'th',
    'td',
    'div',
    'span',
    'section',
    'article',
    'bdi',
    'bdo',
    'ruby',
    'rt',
    'rp',
    'wbr',
    'details',
    'summary',
  ],
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
  // What a link can lead to without running anything here.
  allowedSchemes: [
    'http',
    'https',
    'mailto',
    'tel',
    'callto',
    'sms',
    'ftp',
    'ftps',
    'webcal',
    'feed',
    'geo',
    'xmpp',
    'irc',
    'ircs',
    'matrix',
    'news',
    'cid',
    'magnet',
  ],
  allowedSchemesByTag: { img: ['http', 'https', 'data'] },
  allowProtocolRelative: true,
  disallowedTagsMode: 'discard',
  nonTextTags: [
    'script',
    'style',
    'textarea',
    'noscript',
    'template',
    'title',
    'iframe',
    'noembed',
    'noframes',
  ],
  parser: { lowerCaseTags: true },
}

/** Pictures may be packed into the markup, as points only: vector pictures are documents. */
function withoutOddData(attribs: sanitizeHtml.Attributes): sanitizeHtml.Attributes {
  const address = (attribs.src ?? '').replace(/[\u0000-\u0020\u007f-\u00a0]/g, '')
  if (!/^data:/i.test(address) || /^data:image\/(png|gif|jpe?g|webp|avif|bmp)[;,]/i.test(address))
    return attribs
  const { src: _src, ...rest } = attribs
  return rest
}

/** @param base - address that relative ones in the markup resolve against; without it they are left as they are */
export function sanitise(markup: string, base?: string): SanitisedHtml {
  const absolute =
    (name: string): sanitizeHtml.Transformer =>
    (tagName, attribs) => {
      const address = attribs[name]
      return {
        tagName,
        attribs:
          address && base && URL.canParse(address, base)
            ? { ...attribs, [name]: new URL(address, base).href }
            : attribs,
      }
    }
  return sanitizeHtml(wellFormed(markup), {
    ...options,
    transformTags: {
      a: absolute('href'),
      img: (tagName, attribs) => absolute('src')(tagName, withoutOddData(attribs)),
    },
  }) as SanitisedHtml
}
