/** One mail to one person: plain words, and the same as simple markup. */
import { escapeUTF8 } from 'entities'
import { directionOf } from '@/core/locale/phrase'
import { telephonesIn } from '@/core/locale/telephones'

export interface Letter {
  /** Who it comes from, in words; the address is the installation's. */
  readonly fromName: string
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly html: string
  /** Where an answer goes, if not to the sender. */
  readonly replyTo?: string
  readonly headers?: Readonly<Record<string, string>>
  /** Goes along as an invitation, for the reader's calendar. */
  readonly calendar?: { readonly method: 'REQUEST' | 'CANCEL'; readonly content: string }
}

interface Link {
  readonly words: string
  readonly url: string
}

export interface Written {
  readonly locale: string
  readonly subject: string
  readonly paragraphs: readonly string[]
  /** What to press, after the first paragraph. */
  readonly button?: Link
  /** Files that go along, below the first paragraph. */
  readonly links?: readonly Link[]
}

/** Telephone numbers can be pressed. */
const pressable = (words: string): string =>
  telephonesIn(words)
    .map(({ text, tel }) =>
      tel
        ? `<a href="${tel}" style="color:inherit;white-space:nowrap">${escapeUTF8(text)}</a>`
        : escapeUTF8(text),
    )
    .join('')

/** Text and markup from the same words. Nothing of it is taken for markup. */
export function writeLetter({
  locale,
  subject,
  paragraphs: [first = '', ...rest],
  button,
  links = [],
}: Written): Pick<Letter, 'subject' | 'text' | 'html'> {
  const told = [...(button ? [button] : []), ...links].map(({ words, url }) => `${words}:\n${url}`)
  const text = [first, ...told, ...rest].filter((one) => one !== '').join('\n\n')
  const paragraph = (words: string) => `<p>${pressable(words).replaceAll('\n', '<br>')}</p>`
  const link = button
    ? `<p><a href="${escapeUTF8(button.url)}" style="display:inline-block;padding:12px 20px;background:#1e3d33;color:#ffffff;text-decoration:none;border-radius:4px">${escapeUTF8(button.words)}</a></p>`
    : ''
  const along = links
    .map(({ words, url }) => `<p><a href="${escapeUTF8(url)}">${escapeUTF8(words)}</a></p>`)
    .join('')
  const html = `<!doctype html><html lang="${escapeUTF8(locale)}" dir="${directionOf(locale)}"><body style="font:16px/1.5 sans-serif;color:#1b1b1b;max-width:36em;margin:24px auto;padding:0 16px">${paragraph(first)}${link}${along}${rest.map(paragraph).join('')}</body></html>`
  return { subject, text, html }
}
