/** @jsxImportSource preact */
/** More entries on demand: the first ones show, the rest in steps. Without script all of them do. */
import { numberInWords } from '../../core/locale/numbers'
import { say, sayCount, type Counting } from '../../core/locale/phrase'
import { number } from '../../core/settings/controls/number'
import { strip, type AnyValues } from '../block'
import { nOfM } from '../nOfM'
import { small, titleWeight, type } from '../sizes'

export const showMore: Counting = {
  en: { other: 'Show {n} more' },
  cy: { other: 'Dangos {n} arall' },
  de: { other: '{n} weitere zeigen' },
  es: { other: 'Mostrar {n} más' },
  fr: { other: 'En voir {n} de plus' },
  it: { other: 'Mostra altri {n}' },
  nl: { other: 'Nog {n} tonen' },
  pl: { other: 'Pokaż {n} więcej' },
  pt: { other: 'Mostrar mais {n}' },
  ar: { other: 'اعرض {n} أخرى' },
}
export const stepsEm = 2.75

interface Steps {
  readonly first: number
  readonly button: string
  readonly told: string
  /** What the behaviour says after a step: `{n}` is filled in there. */
  readonly patterns: { readonly button: string; readonly told: string }
}

/** The phrase with its number left open. */
const open = (counting: Counting, locale: string) =>
  sayCount(counting, 9, locale).replace(numberInWords(9, 0, locale), '{n}')

export const steps = strip({
  id: 'steps',
  parts: [{ name: 'steps', label: 'Button for more entries' }],
  words: { showMore, nOfM },
  fields: {
    'steps.size': number(
      { min: 0, max: 100, unit: 'at a time', zero: 'all at once' },
      {
        step: 'arrange',
        group: 'Number',
        part: 'steps',
        label: 'Entries',
        hint: 'Visitors ask for the next ones with a button; a carousel always has all of them',
        default: 0,
      },
    ),
  },
  of(_items, values, { locale, shown }): Steps | undefined {
    const first = values['steps.size']
    if (first === 0 || shown <= first) return undefined
    const all = say(nOfM, locale).replace('{m}', numberInWords(shown, 0, locale))
    return {
      first,
      button: sayCount(showMore, Math.min(first, shown - first), locale),
      told: all.replace('{n}', numberInWords(first, 0, locale)),
      patterns: { button: open(showMore, locale), told: all },
    }
  },
  first: ({ first }) => first,
  view: ({ first, button, told, patterns }) => (
    <p part="steps" data-step={first} data-button={patterns.button} data-told={patterns.told}>
      <button type="button">{button}</button>
      <span role="status">{told}</span>
    </p>
  ),
  height: (_value, values) => stepsEm * values['look.textSize'],
  behaviours: (values) => (values['steps.size'] > 0 ? ['steps'] : []),
  styles: (values) => [
    stepsStyles(values),
    `
    [part=card][hidden]{display:none}
    @media (scripting:none){[part=card][hidden]{display:flex}[part=steps]{display:none}}`,
  ],
})

export const stepsStyles = (values: AnyValues) => `
    [part=steps]{display:flex;align-items:center;gap:1em;height:${stepsEm}em}
    [part=steps][hidden]{display:none}
    [part=steps] :is(button,a){
      display:flex;align-items:center;box-sizing:border-box;flex:none;height:${stepsEm}em;padding:0 1.25em;border:1px solid currentColor;
      border-radius:${Math.min(values['look.radius'], 24)}px;background:none;color:${values['look.accent']};
      font:inherit;font-weight:${titleWeight};cursor:pointer;text-decoration:none;
    }
    [part=steps] span{${type(small)}color:${values['look.muted']};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}`
