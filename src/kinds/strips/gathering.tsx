/** @jsxImportSource preact */
/** One sentence for a whole community: how many are in just now, and where most of them are. */
import type { Item } from '../../core/items/item'
import { numberInWords } from '../../core/locale/numbers'
import { say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { faceOf, heading as size, headingFont, titleWeight, type } from '../sizes'

const areIn: Counting = {
  en: { one: '{n} person is in at the moment', other: '{n} people are in at the moment' },
  cy: { other: 'Mae {n} i mewn ar hyn o bryd' },
  de: { one: '{n} Person ist gerade da', other: '{n} Personen sind gerade da' },
  es: { one: '{n} persona está dentro ahora', other: '{n} personas están dentro ahora' },
  fr: { one: '{n} personne est là en ce moment', other: '{n} personnes sont là en ce moment' },
  it: { one: '{n} persona è dentro in questo momento', other: '{n} persone sono dentro in questo momento' },
  nl: { one: '{n} persoon is nu binnen', other: '{n} mensen zijn nu binnen' },
  pl: {
    one: '{n} osoba jest teraz w środku',
    few: '{n} osoby są teraz w środku',
    other: '{n} osób jest teraz w środku',
  },
  pt: { one: '{n} pessoa está lá agora', other: '{n} pessoas estão lá agora' },
  ar: {
    one: 'شخص واحد هنا الآن',
    two: 'شخصان هنا الآن',
    few: '{n} أشخاص هنا الآن',
    other: '{n} شخصًا هنا الآن',
  },
}
const mostIn: Phrase = {
  en: ', most of them in {name}',
  cy: ', y rhan fwyaf yn {name}',
  de: ', die meisten in {name}',
  es: ', la mayoría en {name}',
  fr: ', la plupart dans {name}',
  it: ', la maggior parte in {name}',
  nl: ', de meesten in {name}',
  pl: ', najwięcej w {name}',
  pt: ', a maioria em {name}',
  ar: '، معظمهم في {name}',
}
const nobodyIn: Phrase = {
  en: 'Nobody is in at the moment.',
  cy: 'Does neb i mewn ar hyn o bryd.',
  de: 'Gerade ist niemand da.',
  es: 'Ahora no hay nadie.',
  fr: 'Il n’y a personne en ce moment.',
  it: 'In questo momento non c’è nessuno.',
  nl: 'Er is nu niemand binnen.',
  pl: 'Teraz nikogo nie ma.',
  pt: 'Não está ninguém agora.',
  ar: 'لا أحد هنا الآن.',
}

interface Gathering {
  readonly text: Counted
  /** What comes before the number, the number, and what comes after it. */
  readonly pieces: readonly [string, string, string]
}

function sentenceOf(items: readonly Item[], locale: string): Gathering['pieces'] {
  const total = items.reduce((sum, item) => sum + (item.attendeeCount ?? 0), 0)
  if (total === 0) return [say(nobodyIn, locale), '', '']
  const [fullest] = [...items].sort((a, b) => (b.attendeeCount ?? 0) - (a.attendeeCount ?? 0))
  const isMost = items.length > 1 && fullest !== undefined && (fullest.attendeeCount ?? 0) * 2 > total
  const whole = `${sayCount(areIn, total, locale)}${isMost ? say(mostIn, locale).replace('{name}', fullest.name) : ''}.`
  const number = numberInWords(total, 0, locale)
  const at = whole.indexOf(number)
  return at < 0 ? [whole, '', ''] : [whole.slice(0, at), number, whole.slice(at + number.length)]
}

export const gathering = strip({
  id: 'gathering',
  parts: [{ name: 'gathering', label: 'Sentence above' }],
  words: { areIn, mostIn, nobodyIn },
  fields: {
    'gathering.shown': toggle({
      step: 'arrange',
      group: 'Heading',
      part: 'gathering',
      label: 'Say how many are in',
      default: true,
    }),
  },
  of(items, values, { locale }): Gathering | undefined {
    if (!values['gathering.shown'] || items.length === 0) return undefined
    const pieces = sentenceOf(items, locale)
    return { text: counted(pieces.join(''), faceOf(values, 'heading', 'bold')), pieces }
  },
  view: ({ pieces: [before, number, after] }) => (
    <p part="gathering">
      {before}
      {number && <b>{number}</b>}
      {after}
    </p>
  ),
  height: ({ text }, values, widthPx) =>
    linesOf(
      text,
      Math.min(widthPx, 26 * values['look.textSize'] * size.size) / values['look.textSize'] / size.size,
    ) *
    size.size *
    size.line *
    values['look.textSize'],
  styles: (values) => `
    [part=gathering]{max-width:26em;${type(size)}font-weight:${titleWeight};color:${values['look.title']};overflow-wrap:anywhere;${headingFont(values)}}
    [part=gathering] b{font-weight:inherit;color:${values['look.accent']}}`,
})
