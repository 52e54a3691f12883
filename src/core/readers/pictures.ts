/** Where publishers put the picture of an entry: media module, enclosures, podcast images, the first one in the text. */
import type { ReadPicture } from '../items/item'
import { parseMarkup } from '../items/parseMarkup'
import { childrenOf, plainOf, type XmlNode } from './xmlTree'
import { resolve } from './address'

const pictureEnding = /\.(jpe?g|png|gif|webp|avif)(\?|$)/i
const whole = (text: string | undefined) => {
  const number = Number.parseInt(text ?? '', 10)
  return number > 0 ? number : undefined
}

/** Best first, each address once. @param markups - the entry's raw markup, looked through last */
export function picturesOf(
  entry: XmlNode,
  markups: readonly (string | undefined)[],
  base: string | undefined,
): ReadPicture[] {
  const found = [...mediaPictures(entry), ...enclosedPictures(entry), ...otherPictures(entry)]
  for (const markup of markups) if (markup) found.push(...picturesIn(markup, base))
  return unique(found)
}

export const unique = (pictures: readonly ReadPicture[]): ReadPicture[] => {
  const seen = new Set<string>()
  return pictures.filter(({ url }) => !seen.has(url) && seen.add(url))
}

function mediaPictures(entry: XmlNode): ReadPicture[] {
  const groups = [entry, ...childrenOf(entry, 'media:group'), ...childrenOf(entry, 'media:content')]
  const contents = groups.flatMap((group) => childrenOf(group, 'media:content')).filter(isPicture)
  const widest = [...contents].sort(
    (a, b) => (whole(b.attributes.width) ?? 0) - (whole(a.attributes.width) ?? 0),
  )
  const thumbnails = groups.flatMap((group) => childrenOf(group, 'media:thumbnail'))
  return [...widest, ...thumbnails].flatMap((node) => {
    const url = resolve(node.attributes.url, node.base)
    const caption = plainOf(childrenOf(node, 'media:description', 'media:title')[0]) || undefined
    return url
      ? [{ url, width: whole(node.attributes.width), height: whole(node.attributes.height), caption }]
      : []
  })
}

const isPicture = ({ attributes }: XmlNode) =>
  attributes.medium === 'image' ||
  attributes.type?.startsWith('image/') ||
  (!attributes.medium && !attributes.type && pictureEnding.test(attributes.url ?? ''))

function enclosedPictures(entry: XmlNode): ReadPicture[] {
  const nodes = [
    ...childrenOf(entry, 'enclosure'),
    ...childrenOf(entry, 'atom:link', 'link').filter((link) => link.attributes.rel === 'enclosure'),
  ]
  return nodes.flatMap((node) => {
    const address = node.attributes.url ?? node.attributes.href
    const type = node.attributes.type ?? ''
    const url = resolve(address, node.base)
    return url &&
      (type.startsWith('image/') || (!/^(audio|video|application)\//.test(type) && pictureEnding.test(url)))
      ? [{ url }]
      : []
  })
}

function otherPictures(entry: XmlNode): ReadPicture[] {
  return childrenOf(entry, 'itunes:image', 'image').flatMap((node) => {
    const inner = childrenOf(node, 'url')[0]
    const url = resolve(node.attributes.href ?? (inner ? plainOf(inner) : plainOf(node)), node.base)
    return url ? [{ url }] : []
  })
}

/** Pictures in markup, in order; one by one pixel counters and inline data are left out. */
export function picturesIn(markup: string, base: string | undefined): ReadPicture[] {
  if (!/<img/i.test(markup)) return []
  const found: ReadPicture[] = []
  parseMarkup(markup, {
    onopentag(name, attributes) {
      if (name !== 'img') return
      const url = resolve(attributes.src, base)
      const width = whole(attributes.width)
      const height = whole(attributes.height)
      if (!url || (width ?? 99) < 3 || (height ?? 99) < 3) return
      found.push({ url, width, height, caption: attributes.alt || undefined })
    },
  })
  return found
}
