/** @jsxImportSource preact */
/** How many are in a room, with a line in proportion to the fullest; some of their faces, and their names. */
import { numberInWords } from '../../core/locale/numbers'
import { say, sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { Faces, facesOf, facesStyles } from '../faces'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, small, smallEm, titleWeight, type } from '../sizes'
import { onCards } from './group'
import type { Pictured } from './picture'

const nobody: Phrase = {
  en: 'nobody',
  cy: 'neb',
  de: 'niemand',
  es: 'nadie',
  fr: 'personne',
  it: 'nessuno',
  nl: 'niemand',
  pl: 'nikogo',
  pt: 'ninguém',
  ar: 'لا أحد',
}
/** Steps of the line. */
const steps = 20
const lineEm = 0.5

interface Crowd {
  readonly words: string
  readonly isEmpty: boolean
  readonly step: number
}

export const crowd = fact({
  id: 'crowd',
  parts: [{ name: 'crowd', label: 'How many are in' }],
  words: { nobody },
  fields: {
    'facts.crowd': toggle({ ...onCards, part: 'crowd', label: 'How many are in', default: true }),
  },
  of({ attendeeCount }, values, { all, locale }): Crowd | undefined {
    if (!values['facts.crowd'] || attendeeCount === undefined) return undefined
    const most = Math.max(1, ...all.map((item) => item.attendeeCount ?? 0))
    return {
      words: attendeeCount > 0 ? numberInWords(attendeeCount, 0, locale) : say(nobody, locale),
      isEmpty: attendeeCount === 0,
      step: Math.ceil((attendeeCount / most) * steps),
    }
  },
  view: ({ words, isEmpty, step }) => (
    <p part="crowd" class={`full s${step}`}>
      <span class={isEmpty ? 'none' : undefined}>{words}</span>
    </p>
  ),
  em: (values) => (values['facts.crowd'] ? smallEm + lineEm : 0),
  styles: (values) => `
    [part=crowd]{
      --s:0%;--to:right;${type(small)}padding-bottom:${lineEm / small.size}em;font-weight:${titleWeight};color:${values['look.title']};
      background:linear-gradient(to var(--to),${values['look.accent']} var(--s),${values['look.line']} var(--s)) bottom/100% 2px no-repeat;
    }
    [part=crowd]:dir(rtl){--to:left}
    [part=crowd] .none{font-weight:400;color:${values['look.muted']}}
    ${Array.from({ length: steps }, (_one, at) => `.s${at + 1}{--s:${((at + 1) * 100) / steps}%}`).join('')}`,
})

const mostFaces = 6
const faceEm = { width: 2.25, height: 2.75 } as const

/** Pictures of those who wish to be seen, side by side and upright. */
export const faces = fact({
  id: 'faces',
  parts: [{ name: 'faces', label: 'Faces' }],
  fields: {
    'facts.faces': toggle({ ...onCards, part: 'faces', label: 'Faces of those who are in', default: true }),
  },
  of: ({ image }, values, { assets }): readonly Pictured[] | undefined =>
    values['facts.faces'] && image.length > 0 ? facesOf(image, mostFaces, assets) : undefined,
  view: (all) => <Faces part="faces" all={all} size={faceEm} />,
  em: (values) => (values['facts.faces'] ? faceEm.height : 0),
  styles: (values) => facesStyles(values, faceEm),
})

const andOthers: Counting = {
  en: { one: 'and {n} other', other: 'and {n} others' },
  cy: { other: 'a {n} arall' },
  de: { other: 'und {n} weitere' },
  es: { one: 'y {n} más', other: 'y {n} más' },
  fr: { one: 'et {n} autre', other: 'et {n} autres' },
  it: { one: 'e {n} altro', other: 'e altri {n}' },
  nl: { one: 'en nog {n}', other: 'en nog {n}' },
  pl: { one: 'i jeszcze {n}', other: 'i jeszcze {n}' },
  pt: { one: 'e mais {n}', other: 'e mais {n}' },
  ar: { one: 'وآخر', two: 'واثنان آخران', few: 'و{n} آخرون', other: 'و{n} آخرون' },
}
const mostNames = 3
const nameLines = 2

/** Names of those who wish to be seen, and how many more there are. */
export const names = fact({
  id: 'names',
  parts: [{ name: 'names', label: 'Names' }],
  words: { andOthers },
  fields: {
    'facts.names': toggle({ ...onCards, part: 'names', label: 'Names of those who are in', default: true }),
  },
  of({ image, attendeeCount = 0 }, values, { locale }): Counted | undefined {
    const known = image.flatMap((one) => one.caption || [])
    if (!values['facts.names'] || known.length === 0) return undefined
    const named = known.slice(0, mostNames)
    const others = attendeeCount - named.length
    const words = [named.join(', '), others > 0 ? sayCount(andOthers, others, locale) : '']
    return counted(words.filter(Boolean).join(' '), faceOf(values, 'body'))
  },
  view: ({ words }) => <p part="names">{words}</p>,
  em: (values, { widthEm }, value) =>
    values['facts.names']
      ? (value ? linesOf(value, widthEm / small.size, nameLines) : nameLines) * smallEm
      : 0,
  styles: (values) => `[part=names]{${type(small)}${clamp(nameLines)}color:${values['look.muted']}}`,
})
