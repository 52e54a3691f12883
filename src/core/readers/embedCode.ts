/**
 * Code that was copied to show something elsewhere: frames, films, sound, pictures and documents in it. It is taken apart here and
 * put together anew by us; a script in it is never run, nor kept.
 */
import { parseMarkup } from '../items/parseMarkup'
import type { ReadItem } from '../items/item'
import { resolve } from './address'
import type { Reader } from './reader'

type Embed = NonNullable<ReadItem['embed']>

const most = 20

/** In px; a share of the width says nothing of the shape. */
const sizeIn = (text: string | undefined): number | undefined => {
  const [, digits] = /^\s*(\d{1,5})(?:\.\d+)?(?:px)?\s*$/.exec(text ?? '') ?? []
  const size = Number(digits)
  return digits && size > 0 ? size : undefined
}

/** From the endings of files, for what does not say what it is. */
export function formOf(url: string, type = ''): Embed['as'] {
  const path = new URL(url).pathname
  if (/^image\//i.test(type) || /\.(png|jpe?g|gif|webp|avif|svg)$/i.test(path)) return 'picture'
  if (/^audio\//i.test(type) || /\.(mp3|ogg|oga|wav|m4a|flac|opus)$/i.test(path)) return 'sound'
  if (/^video\//i.test(type) || /\.(mp4|webm|ogv|mov|m4v)$/i.test(path)) return 'video'
  if (/^application\/pdf/i.test(type) || /\.pdf$/i.test(path)) return 'document'
  return 'frame'
}

interface Found {
  readonly embed: Embed
  readonly title: string
}

function foundIn(markup: string, base: string | undefined): { all: Found[]; hasScript: boolean } {
  const all: Found[] = []
  let hasScript = false
  /** A film or a sound whose sources stand within it. */
  let open: { as: Embed['as']; width?: number; height?: number; title: string } | undefined
  const put = (src: string | undefined, as: Embed['as'] | undefined, attributes: Record<string, string>) => {
    const url = resolve(src, base)
    if (!url || all.length >= most || all.some(({ embed }) => embed.url === url)) return
    const [width, height] = [sizeIn(attributes.width), sizeIn(attributes.height)]
    const form = as ?? formOf(url, attributes.type)
    const embed = { url, as: form, ...(width ? { width } : {}), ...(height ? { height } : {}) }
    all.push({ embed, title: (attributes.title ?? attributes['aria-label'] ?? attributes.alt ?? '').trim() })
  }
  parseMarkup(markup, {
    onopentag(name, attributes) {
      if (name === 'script') hasScript = true
      if (name === 'iframe')
        put(attributes.src ?? attributes['data-src'], undefined, { ...attributes, type: '' })
      if (name === 'embed') put(attributes.src, undefined, attributes)
      if (name === 'object') put(attributes.data, undefined, attributes)
      if (name === 'video' || name === 'audio') {
        const as = name === 'video' ? 'video' : 'sound'
        if (attributes.src) put(attributes.src, as, attributes)
        else
          open = {
            as,
            title: attributes.title ?? '',
            width: sizeIn(attributes.width),
            height: sizeIn(attributes.height),
          }
      }
      if (name === 'source' && open && attributes.src) {
        const { as, title, width, height } = open
        put(attributes.src, as, { title, width: String(width ?? ''), height: String(height ?? '') })
        open = undefined
      }
    },
    ontext: () => undefined,
    onclosetag(name) {
      if (name === 'video' || name === 'audio') open = undefined
    },
  })
  return { all, hasScript }
}

/** What a page or a piece of code shows from elsewhere. @param title - where it has none of its own */
export const embedsIn = (markup: string, base: string | undefined, title = ''): ReadItem[] =>
  foundIn(markup, base).all.map(({ embed, title: own }) => itemOf(embed, own || title))

export const itemOf = (embed: Embed, name: string, more: Partial<ReadItem> = {}): ReadItem => ({
  type: 'CreativeWork',
  guid: embed.url,
  url: embed.url,
  name: name || new URL(embed.url).hostname,
  image: [],
  keywords: [],
  embed,
  ...more,
})

export const embedCode: Reader = {
  id: 'embed-code',
  label: 'code copied elsewhere',
  sniff: (head) =>
    !/<!doctype|<html[\s>]|<\?xml/i.test(head) && /<(iframe|video|audio|embed|object)[\s>]/i.test(head)
      ? 0.6
      : 0,
  read(text, { url }) {
    const { all, hasScript } = foundIn(text, url)
    const problems = hasScript
      ? [
          {
            where: 'the code',
            what: 'it runs a script',
            done: 'the script was left out; frames, pictures, sound and films in it were taken',
          },
        ]
      : []
    return { feed: {}, items: all.map(({ embed, title }) => itemOf(embed, title)), problems }
  },
  example: '<iframe src="https://show.example/slides/7" width="800" height="450" title="Slides"></iframe>',
}
