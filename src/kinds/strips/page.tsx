/** @jsxImportSource preact */
/** Who an account or a page is, the way to follow it, and who follows it. */
import { sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import type { Pictured } from '../facts/picture'
import { Faces, facesOf, facesStyles } from '../faces'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, headingFont, small, stackEm, text as plain, titleWeight, type } from '../sizes'
import { linkButton, type LinkButton } from './linkButton'

const nameSize = { size: 1.25, line: 1.3 } as const
const gapEm = 0.25
const aboutLines = 4
const mostFaces = 6
const faceEm = { width: 2.5, height: 3 } as const

const group = { step: 'arrange', group: 'Who it is', part: 'who' } as const

interface Who {
  readonly name: Counted
  readonly about: Counted | undefined
  readonly url: string | undefined
  readonly level: number
}

export const who = strip({
  id: 'who',
  parts: [{ name: 'who', label: 'Who it is' }],
  fields: {
    'who.name': text(
      { maxLength: 80, placeholder: 'As the account says' },
      { ...group, label: 'Name', default: '' },
    ),
    'who.about': toggle({ ...group, label: 'What it says of itself', default: true }),
  },
  of(_items, values, { page }): Who | undefined {
    const name = values['who.name'] || page?.name
    if (!name) return undefined
    return {
      name: counted(name, faceOf(values, 'heading', 'bold')),
      about: values['who.about'] && page?.text ? counted(page.text, faceOf(values, 'body')) : undefined,
      url: page?.url,
      level: 3,
    }
  },
  view({ name, about, url, level }) {
    const Level = `h${level}` as 'h3'
    return (
      <div part="who">
        <Level>{url ? <a href={url}>{name.words}</a> : name.words}</Level>
        {about && <p>{about.words}</p>}
      </div>
    )
  },
  height({ name, about }, values, widthPx) {
    const em = values['look.textSize']
    const widthEm = widthPx / em
    const nameEm = linesOf(name, widthEm / nameSize.size) * nameSize.size * nameSize.line
    const aboutEm = about ? linesOf(about, widthEm, aboutLines) * plain.line : 0
    return stackEm([nameEm, aboutEm], gapEm) * em
  },
  styles: (values) => `
    [part=who] h3{margin:0;${type(nameSize)}font-weight:${titleWeight};color:${values['look.title']};overflow-wrap:anywhere;${headingFont(values)}}
    [part=who] h3 a{color:inherit;text-decoration:none}
    [part=who] h3 a:hover{text-decoration:underline;text-underline-offset:.15em}
    [part=who] p{margin:${gapEm}em 0 0;${clamp(aboutLines)}overflow-wrap:anywhere}`,
})

const follow: Phrase = {
  en: 'Follow',
  cy: 'Dilyn',
  de: 'Folgen',
  es: 'Seguir',
  fr: 'Suivre',
  it: 'Segui',
  nl: 'Volgen',
  pl: 'Obserwuj',
  pt: 'Seguir',
  ar: 'تابع',
}

export const followButton = strip({
  id: 'follow',
  parts: [{ name: 'follow', label: 'Button to follow' }],
  words: { follow },
  fields: {
    'follow.words': text(
      { maxLength: 40 },
      { ...group, part: 'follow', label: 'Words of the button', default: { word: 'follow' } },
    ),
  },
  of: (_items, values, { page }): LinkButton | undefined =>
    page?.url && values['follow.words'] ? { url: page.url, words: values['follow.words'] } : undefined,
  ...linkButton('follow'),
})

const followedBy: Counting = {
  en: {
    zero: 'Followed by {names}',
    one: 'Followed by {names} and {n} other',
    other: 'Followed by {names} and {n} others',
  },
  cy: { other: 'Dilynir gan {names} a {n} arall' },
  de: { one: 'Gefolgt von {names} und {n} weiteren', other: 'Gefolgt von {names} und {n} weiteren' },
  es: { other: 'Seguido por {names} y {n} más' },
  fr: { one: 'Suivi par {names} et {n} autre', other: 'Suivi par {names} et {n} autres' },
  it: { one: 'Seguito da {names} e {n} altro', other: 'Seguito da {names} e altri {n}' },
  nl: { other: 'Gevolgd door {names} en {n} anderen' },
  pl: { other: 'Obserwują: {names} i jeszcze {n}' },
  pt: { other: 'Seguido por {names} e mais {n}' },
  ar: { other: 'يتابعه {names} و{n} آخرون' },
}

interface Followers {
  readonly faces: readonly Pictured[]
  readonly words: Counted | undefined
}

export const followers = strip({
  id: 'followers',
  parts: [{ name: 'followers', label: 'Who follows' }],
  words: { followedBy },
  fields: {
    'followers.faces': toggle({ ...group, part: 'followers', label: 'Their pictures', default: true }),
  },
  of(_items, values, { page, assets, locale }): Followers | undefined {
    const some = (page?.image ?? []).slice(1)
    if (!page || some.length === 0) return undefined
    const names = some.flatMap((one) => one.caption || []).slice(0, 2)
    const others = Math.max(0, (page.followers ?? some.length) - names.length)
    const words = sayCount(followedBy, others, locale).replace('{names}', names.join(', '))
    return {
      faces: values['followers.faces'] ? facesOf(some, mostFaces, assets) : [],
      words: names.length > 0 ? counted(words, faceOf(values, 'body')) : undefined,
    }
  },
  view: ({ faces, words }) => (
    <div part="followers">
      {faces.length > 0 && <Faces all={faces} size={faceEm} />}
      {words && <p>{words.words}</p>}
    </div>
  ),
  height({ faces, words }, values, widthPx) {
    const em = values['look.textSize']
    const wordsEm = words ? linesOf(words, widthPx / em / small.size) * small.size * small.line : 0
    return stackEm([faces.length > 0 ? faceEm.height : 0, wordsEm], gapEm * 2) * em
  },
  styles: (values) => [
    facesStyles(values, faceEm),
    `
    [part=followers] p{margin:0;${type(small)}color:${values['look.muted']};overflow-wrap:anywhere}
    [part=followers] .faces+p{margin-top:${(gapEm * 2) / small.size}em}`,
  ],
})
