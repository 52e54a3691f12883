/** @jsxImportSource preact */
/** The item's title. Its link reaches over the whole card: one stop for the keyboard, named by what it leads to. */
import type { Item } from '../../core/items/item'
import { say, type Phrase } from '../../core/locale/phrase'
import { number } from '../../core/settings/controls/number'
import { fact, type AnyValues, type FactContext, type Form } from '../block'
import { counted, linesOf, type Counted } from '../letters'
import { clamp, faceOf, headingFont, heading, title as plain, titleWeight, type } from '../sizes'
import { onCards } from './group'
import { headlineOf } from './headline'

/** Nobody should set out for what does not take place. */
const cancelled: Phrase = {
  en: 'cancelled',
  cy: 'wedi’i ganslo',
  de: 'abgesagt',
  es: 'cancelado',
  fr: 'annulé',
  it: 'annullato',
  nl: 'afgelast',
  pl: 'odwołane',
  pt: 'cancelado',
  ar: 'أُلغي',
}
const postponed: Phrase = {
  en: 'postponed',
  cy: 'wedi’i ohirio',
  de: 'verschoben',
  es: 'aplazado',
  fr: 'reporté',
  it: 'rinviato',
  nl: 'uitgesteld',
  pl: 'przełożone',
  pt: 'adiado',
  ar: 'تأجّل',
}
const untitled: Phrase = {
  en: 'Untitled',
  cy: 'Heb deitl',
  de: 'Ohne Titel',
  es: 'Sin título',
  fr: 'Sans titre',
  it: 'Senza titolo',
  nl: 'Zonder titel',
  pl: 'Bez tytułu',
  pt: 'Sem título',
  ar: 'بلا عنوان',
}

export interface Title {
  readonly text: Counted
  readonly url: string | undefined
  readonly level: number
}

const sizeIn = (form: Form) => (form === 'first' ? heading : plain)

interface Source {
  readonly words: (item: Item, values: AnyValues, context: FactContext) => string
  readonly url: (item: Item, values: AnyValues, context: FactContext) => string | undefined
}

const titleBy = ({ words: wordsOf, url: urlOf }: Source) =>
  fact({
    id: 'title',
    parts: [{ name: 'title', label: 'Title' }],
    words: { cancelled, postponed, untitled },
    fields: {
      'title.lines': number(
        { min: 1, max: 4, unit: 'lines' },
        { ...onCards, part: 'title', label: 'Titles take at most', default: 2, folded: true },
      ),
    },
    of(item, values, context): Title | undefined {
      const words = wordsOf(item, values, context)
      if (!words) return undefined
      // Where the day stands it says so itself.
      const isSaid = (values as AnyValues)['facts.when'] === true
      const status = isSaid
        ? undefined
        : { EventCancelled: cancelled, EventPostponed: postponed }[String(item.eventStatus)]
      const whole = status ? `${words} (${say(status, context.locale)})` : words
      return {
        text: counted(whole, faceOf(values, 'heading', 'bold')),
        url: urlOf(item, values, context),
        level: context.titleLevel,
      }
    },
    view({ text: { words }, url, level }) {
      const Title = `h${level}` as 'h3'
      return <Title part="title">{url ? <a href={url}>{words}</a> : words}</Title>
    },
    em(values, { form, widthEm }, value) {
      const size = sizeIn(form)
      const most = values['title.lines']
      const lines = value ? linesOf(value.text, widthEm / size.size, most) : most
      return lines * size.size * size.line
    },
    styles: (values) => `
    [part=title]{
      ${type(plain)}${clamp(values['title.lines'])}
      font-weight:${titleWeight};color:${values['look.title']};${headingFont(values)}
    }
    .first [part=title]{${type(heading)}}
    [part=title] a{color:inherit;text-decoration:none}
    [part=title] a::after{content:'';position:absolute;inset:0}
    [part=card]:hover [part=title] a{text-decoration:underline;text-underline-offset:.15em}`,
    /** What is written has a headline, what is there has a name. */
    jsonLd: ({ text: { words }, url }, itemType) => ({
      [itemType === 'Article' || itemType === 'SocialMediaPosting' ? 'headline' : 'name']: words,
      ...(url ? { url } : {}),
    }),
  })

const urlOfItem = (item: Item) => item.url

/** Every item has one: where its publisher gives none, its writer or its first sentence. */
export const title = titleBy({
  words: (item, values, { locale }) =>
    headlineOf(item, values['facts.author'] === true).title || say(untitled, locale),
  url: urlOfItem,
})
/** Only what the publisher gave for one. */
export const givenTitle = titleBy({ words: (item) => item.name, url: urlOfItem })

/** Titles a picture with its first words. Its link opens the picture, large or where it was posted. */
export const pictureTitle = titleBy({
  words: (item, _values, { locale }) => headlineOf(item, false).title || say(untitled, locale),
  url: (item, values) => (values['picture.opens'] === 'none' ? undefined : (item.url ?? '#')),
})

/** Somebody's name, which leads where the designer says: to a page of their own, to the directory, or nowhere. */
export const name = titleBy({
  words: (item, _values, { locale }) => item.name || say(untitled, locale),
  url(item, values, { assets, ref }) {
    if (values['profile.to'] === 'page') return ref ? entryUrl(assets, ref, item.id) : '#'
    return values['profile.to'] === 'source' ? item.url : undefined
  },
})

/** Address of an entry's own page. Ids hold what an address may not; the key is made of them. */
export const entryUrl = (assets: string, ref: string, id: string): string =>
  `${assets}/h/${ref}/${entryKey(id)}`

/** FNV-1a over UTF-16 units, twice with different beginnings, in base 36: short, and the same wherever it is made. */
export function entryKey(id: string): string {
  const hash = (seed: number) => {
    let value = seed
    for (let at = 0; at < id.length; at += 1) value = Math.imul(value ^ id.charCodeAt(at), 0x01000193)
    return (value >>> 0).toString(36)
  }
  return hash(0x811c9dc5) + hash(0x9747b28c)
}
