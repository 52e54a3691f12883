/** @jsxImportSource preact */
/** What the owner answered to a review, set apart by a line in the accent colour. */
import { say, type Phrase } from '../../core/locale/phrase'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { faceOf, small, titleWeight, type } from '../sizes'
import { onCards } from './group'

const answered: Phrase = {
  en: 'The owner:',
  cy: 'Y perchennog:',
  de: 'Der Betrieb:',
  es: 'El negocio:',
  fr: 'L’établissement :',
  it: 'Il titolare:',
  nl: 'De eigenaar:',
  pl: 'Właściciel:',
  pt: 'O proprietário:',
  ar: 'صاحب المكان:',
}

/** Width of the line and the space beside it, in px and em. */
const line = { px: 2, em: 0.875 } as const
const aboveEm = 0.375

interface Answer {
  readonly by: string
  readonly text: string
  readonly whole: Counted
}

export const answer = fact({
  id: 'answer',
  parts: [{ name: 'answer', label: 'Answer of the owner' }],
  words: { answered },
  fields: {
    'facts.answer': toggle({ ...onCards, part: 'answer', label: 'Answer of the owner', default: false }),
  },
  of({ comment }, values, { locale }): Answer | undefined {
    if (!values['facts.answer'] || !comment?.text) return undefined
    const by = comment.author ? `${comment.author}:` : say(answered, locale)
    return { by, text: comment.text, whole: counted(`${by} ${comment.text}`, faceOf(values, 'body', 'bold')) }
  },
  view: ({ by, text }) => (
    <p part="answer">
      <b>{by}</b> {text}
    </p>
  ),
  em(values, { widthEm }, value) {
    if (!value) return 0
    const width = widthEm - line.em - line.px / values['look.textSize']
    return linesOf(value.whole, width / small.size) * small.size * small.line + aboveEm
  },
  styles: (values) => `
    [part=answer]{
      ${type(small)}
      margin-top:${aboveEm / small.size}em!important;padding-inline-start:${line.em / small.size}em;
      border-inline-start:${line.px}px solid ${values['look.accent']};
    }
    [part=answer] b{font-weight:${titleWeight}}`,
  jsonLd: ({ text }, itemType) => (itemType === 'Review' ? { comment: { '@type': 'Comment', text } } : {}),
})
