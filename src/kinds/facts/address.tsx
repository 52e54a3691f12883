/** @jsxImportSource preact */
/** Where a place is: street and town in one line, and the way there. */
import type { Item } from '../../core/items/item'
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { counted, linesOf } from '../letters'
import { faceOf, small, smallEm, type } from '../sizes'
import { onCards } from './group'
import { postalAddress } from './postalAddress'

const showTheWay: Phrase = {
  en: 'Show the way',
  cy: 'Dangos y ffordd',
  de: 'Den Weg zeigen',
  es: 'Cómo llegar',
  fr: 'Itinéraire',
  it: 'Come arrivare',
  nl: 'Toon de route',
  pl: 'Pokaż drogę',
  pt: 'Como chegar',
  ar: 'اعرض الطريق',
}

interface Address {
  readonly words: string
  readonly lines: ReturnType<typeof counted>
  readonly way: string | undefined
  readonly label: string
  readonly location: NonNullable<Item['location']>
}
/** Height of a line that can be touched. */
const wayEm = 1.75

/** `geo:` (RFC 5870) opens whatever the visitor has; an address of the designer's may name `{lat}`, `{lon}` and `{address}`. */
function wayTo(
  { latitude, longitude }: NonNullable<Item['location']>,
  words: string,
  leads: string,
  template: string,
): string | undefined {
  if (leads === 'none') return undefined
  const isKnown = latitude !== undefined && longitude !== undefined
  if (leads === 'geo')
    return isKnown
      ? `geo:${latitude},${longitude}?q=${latitude},${longitude}(${encodeURIComponent(words)})`
      : undefined
  if (!/^https:\/\//i.test(template) || (!isKnown && /\{(lat|lon)\}/.test(template))) return undefined
  return template
    .replaceAll('{lat}', String(latitude ?? ''))
    .replaceAll('{lon}', String(longitude ?? ''))
    .replaceAll('{address}', encodeURIComponent(words))
}

export const address = fact({
  id: 'address',
  parts: [
    { name: 'address', label: 'Address' },
    { name: 'way', label: 'The way there' },
  ],
  words: { showTheWay },
  fields: {
    'facts.address': toggle({ ...onCards, part: 'address', label: 'Address', default: true }),
    'way.leads': choice(
      [
        { value: 'geo', label: 'To the visitor’s own map program' },
        { value: 'web', label: 'To an address on the web' },
        { value: 'none', label: 'Not shown' },
      ],
      { ...onCards, part: 'way', label: 'The way there leads', default: 'geo' },
    ),
    'way.address': text(
      { maxLength: 300, placeholder: 'https://maps.example/to/{lat},{lon}' },
      {
        ...onCards,
        part: 'way',
        label: 'Address on the web',
        hint: '{lat}, {lon} and {address} are filled in',
        default: '',
        shownWhen: { path: 'way.leads', is: ['web'] },
      },
    ),
    'way.words': text(
      { maxLength: 40 },
      { ...onCards, part: 'way', label: 'Words', default: { word: 'showTheWay' }, folded: true },
    ),
  },
  of({ location, name }, values, { locale }): Address | undefined {
    if (!location) return undefined
    const { streetAddress, addressLocality, addressRegion, postalCode } = location
    const town = [addressLocality ?? addressRegion, postalCode].filter(Boolean).join(' ')
    const words = [streetAddress, town].filter(Boolean).join(', ')
    const shown = values['facts.address'] ? words : ''
    const way = wayTo(
      location,
      [name, words].filter(Boolean).join(', '),
      values['way.leads'],
      values['way.address'],
    )
    if (!shown && !way) return undefined
    return {
      words: shown,
      lines: counted(shown, faceOf(values as never, 'body')),
      way,
      label: values['way.words'] || say(showTheWay, locale),
      location,
    }
  },
  view: ({ words, way, label, location: { latitude, longitude } }) => (
    <div
      class="at"
      data-at={latitude === undefined || longitude === undefined ? undefined : `${latitude},${longitude}`}
    >
      {words && (
        <p part="address">
          <bdi>{words}</bdi>
        </p>
      )}
      {way && (
        <a part="way" href={way}>
          {label}
        </a>
      )}
    </div>
  ),
  em(values, { form, widthEm }, told) {
    const lines = told
      ? told.words
        ? form === 'line'
          ? 1
          : linesOf(told.lines, widthEm / small.size)
        : 0
      : 1
    const way = told ? told.way !== undefined : values['way.leads'] !== 'none'
    return (values['facts.address'] ? lines * smallEm : 0) + (way ? wayEm * small.size : 0)
  },
  styles: (values) => `
    [part=address]{${type(small)}margin:0;color:${values['look.muted']}}
    [part=way]{position:relative;z-index:1;display:inline-block;font-size:${small.size}em;line-height:${wayEm};height:${wayEm}em;white-space:nowrap;max-width:100%;overflow:hidden;text-overflow:ellipsis;vertical-align:top;font-weight:500;color:${values['look.accent']};text-decoration:underline;text-underline-offset:.15em}`,
  jsonLd({ location }, itemType) {
    if (itemType !== 'Place') return {}
    const { latitude, longitude } = location
    return {
      address: postalAddress(location),
      ...(latitude === undefined || longitude === undefined
        ? {}
        : { geo: { '@type': 'GeoCoordinates', latitude, longitude } }),
    }
  },
})
