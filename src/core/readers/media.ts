/** A picture, a sound, a film or a document itself: its address is all that is needed. */
import { formOf, itemOf } from './embedCode'
import type { Reader } from './reader'

const types = /^(image\/(?!svg)|audio\/|video\/|application\/pdf\b)/i

/** A file may be called `50%-off.jpg`, and its address may say so as it is. */
function decoded(written: string): string {
  try {
    return decodeURIComponent(written)
  } catch {
    return written
  }
}

export const media: Reader = {
  id: 'media',
  label: 'picture, sound, film or document',
  sniff: (head, { contentType }) => (types.test(contentType ?? '') || head.startsWith('%PDF-') ? 1 : 0),
  read(text, { url, contentType = text.startsWith('%PDF-') ? 'application/pdf' : '' }) {
    if (!url || !URL.canParse(url)) return { feed: {}, items: [], problems: [] }
    const file = decoded(new URL(url).pathname.split('/').at(-1) ?? '').replace(/\.\w{1,5}$/, '')
    const name = file.replace(/[-_]+/g, ' ').trim()
    return {
      feed: { title: name || undefined },
      items: [itemOf({ url, as: formOf(url, contentType) }, name)],
      problems: [],
    }
  },
  example: '%PDF-1.4',
}
