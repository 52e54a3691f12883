/** @jsxImportSource preact */
/**
 * What somebody said, in quotation marks. Short words are set large, long ones are folded after some lines and unfold in
 * place. Which of them fold depends on the width, so the button's line is kept for all that may.
 */
import { languageOf, say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { toggle } from '../../core/settings/controls/toggle'
import { fact, isTight, type Form } from '../block'
import { counted, linesOf, widthEm as lengthEm, type Counted } from '../letters'
import { clamp, faceOf, headingFont, small, text, type, type Type } from '../sizes'
import { onCards } from './group'

/** Opening and closing marks of a language. */
const marks: Phrase = {
  en: '“…”',
  cy: '“…”',
  de: '„…“',
  es: '«…»',
  fr: '«\u202f…\u202f»',
  it: '«…»',
  nl: '“…”',
  pl: '„…”',
  pt: '“…”',
  ar: '«…»',
}
const readAll: Phrase = {
  en: 'Read all of it',
  cy: 'Darllen y cyfan',
  de: 'Ganz lesen',
  es: 'Leer todo',
  fr: 'Lire en entier',
  it: 'Leggi tutto',
  nl: 'Alles lezen',
  pl: 'Czytaj całość',
  pt: 'Ler tudo',
  ar: 'اقرأ النص كاملًا',
}

/** Letters up to which words are set large, and of medium size. */
const largeTo = 45
const mediumTo = 120
const sizes = {
  large: { size: 1.5, line: 1.3 },
  medium: { size: 1.1875, line: 1.45 },
  plain: text,
} as const satisfies Record<string, Type>
/** Width in em of the narrowest words that are reckoned with; what folds there may fold. */
const narrowestEm = 12
const buttonEm = small.line

interface Opinion {
  readonly text: Counted
  readonly size: keyof typeof sizes
  /** Lines before it folds; 0 where it never does. */
  readonly lines: number
  readonly unfold: string | undefined
}

const sizeOf = (letters: number, grows: boolean, form: Form): keyof typeof sizes => {
  if (!grows || isTight(form)) return 'plain'
  return letters <= largeTo ? 'large' : letters <= mediumTo ? 'medium' : 'plain'
}

export const opinion = fact({
  id: 'opinion',
  parts: [
    { name: 'summary', label: 'What they say' },
    { name: 'unfold', label: 'Button that unfolds' },
  ],
  words: { readAll },
  fields: {
    'opinion.lines': choice(
      [
        { value: '0', label: 'All of it' },
        { value: '3', label: 'After three lines' },
        { value: '5', label: 'After five lines' },
        { value: '7', label: 'After seven lines' },
      ],
      { ...onCards, part: 'summary', label: 'Long words fold', default: '7' },
    ),
    'opinion.grows': toggle({
      ...onCards,
      part: 'summary',
      label: 'Short words are set large',
      default: true,
    }),
  },
  of(item, values, { form, locale }): Opinion | undefined {
    if (!item.text) return undefined
    const [open = '', close = ''] = marks[languageOf(item.inLanguage ?? locale)].split('…')
    const size = sizeOf(item.text.length, values['opinion.grows'], form)
    const words = counted(
      `${open}${item.text}${close}`,
      faceOf(values, size === 'plain' ? 'body' : 'heading'),
    )
    const most = Number(values['opinion.lines'])
    const mayFold = most > 0 && lengthEm(words) * sizes[size].size > most * narrowestEm * 0.8
    return {
      text: words,
      size,
      lines: mayFold ? most : 0,
      unfold: mayFold ? say(readAll, locale) : undefined,
    }
  },
  view: ({ text: { words }, size, unfold }) => (
    <blockquote part="summary" class={unfold === undefined ? size : `${size} folds`}>
      <p>{words}</p>
      {unfold !== undefined && (
        <button part="unfold" type="button">
          {unfold}
        </button>
      )}
    </blockquote>
  ),
  em(values, { widthEm }, value) {
    const most = Number(values['opinion.lines'])
    if (!value) return (most || 6) * text.line
    const { size, line } = sizes[value.size]
    const lines = linesOf(value.text, widthEm / size, value.lines || Infinity)
    return lines * size * line + (value.unfold === undefined ? 0 : buttonEm)
  },
  behaviours: (values) => (values['opinion.lines'] === '0' ? [] : ['unfold']),
  styles: (values) => `
    [part=summary] p{margin:0;text-indent:-.42em}
    :host([data-form=frame]) [part=summary] p{text-indent:0}
    .large p{${type(sizes.large)}${headingFont(values)}font-weight:500;color:${values['look.title']}}
    .medium p{${type(sizes.medium)}${headingFont(values)}color:${values['look.title']}}
    .folds:not([data-open]) p{${clamp(Number(values['opinion.lines']))}text-indent:0}
    [part=unfold]{
      display:block;position:relative;z-index:1;height:${buttonEm}em;padding:0;border:0;background:none;
      font:inherit;line-height:${buttonEm};color:${values['look.accent']};text-decoration:underline;
      text-underline-offset:.15em;cursor:pointer;visibility:hidden;
    }
    [data-folded] [part=unfold]{visibility:visible}
    @media (scripting:none){.folds:not([data-open]) p{-webkit-line-clamp:none}[part=unfold]{display:none}}`,
  jsonLd: ({ text: { words } }, itemType) =>
    itemType === 'Review' ? { reviewBody: words.replace(/^[“„«]\s*|\s*[”“»]$/gu, '') } : {},
})
