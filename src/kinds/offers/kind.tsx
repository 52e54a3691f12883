/** @jsxImportSource preact */
/** Offers: what a client's calendar offers, in groups, each with a page of its own and its dates. */
import { lengthInWords } from '../../core/locale/length'
import { say, sayCount } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { text } from '../../core/settings/controls/text'
import { toggle } from '../../core/settings/controls/toggle'
import type { ValuesOf } from '../../core/settings/field'
import type { BlockValues } from '../block'
import { offeredOf } from '../booking/offered'
import { bookingParts } from '../booking/parts'
import { bookingFields, bookingIntake, bookingPropsOf, bookingWords, calendarFields } from '../booking/shared'
import { bookingStyles } from '../booking/styles'
import type { EntryPage } from '../contract'
import { defineKind } from '../define'
import { pictureAt } from '../facts/picture'
import { lookFields } from '../look'
import { formStyles } from '../questions/styles'
import { adjusted } from '../showingFields'
import { heading } from '../strips/heading'
import { frameStyles } from '../styles'
import { unseen } from '../trap'
import { exampleOffers } from './example'
import { offersPx } from './heights'
import { offersStyles } from './styles'
import { First } from '../booking/view'
import { anyWish, bookingOf, DatesAlone, List, Page, type Offer, type OffersProps } from './view'
import { countWords, drawnWords, fieldWords, islandWords } from './words'

const named = new Set(bookingParts.map(({ name }) => name))
const parts = [
  { name: 'widget', label: 'The widget' },
  ...heading.parts,
  { name: 'intro', label: 'Below the heading' },
  ...bookingParts,
  ...[
    { name: 'offers', label: 'All offers' },
    { name: 'tabs', label: 'Groups as tabs' },
    { name: 'tab', label: 'One tab' },
    { name: 'offer', label: 'One offer' },
    { name: 'picture', label: 'Picture' },
    { name: 'offer-name', label: 'Name of an offer' },
    { name: 'choose', label: 'Way to its dates' },
    { name: 'offer-page', label: 'Page of an offer' },
    { name: 'page-name', label: 'Its name' },
    { name: 'lead', label: 'What it is' },
    { name: 'page-facts', label: 'Its facts' },
    { name: 'beforehand', label: 'What to know beforehand' },
    { name: 'dates', label: 'Dates of an offer' },
    { name: 'date', label: 'One date' },
    { name: 'sum', label: 'What it costs together' },
  ].filter(({ name }) => !named.has(name)),
]
const { 'look.frame': _frame, 'look.border': _border, ...look } = lookFields
const list = { step: 'arrange', group: 'The list', part: 'offer' } as const
const shows = (part: string, label: string) => toggle({ ...list, part, label, default: true })

const fields = adjusted(
  {
    ...calendarFields,
    ...heading.fields,
    'offers.intro': text(
      { maxLength: 300 },
      { step: 'arrange', group: 'Heading', part: 'intro', label: 'Below it', default: '' },
    ),
    'offers.choosing': toggle({
      ...list,
      part: 'sentence',
      label: 'A sentence to choose by',
      default: true,
    }),
    'offers.sentence': text(
      { maxLength: 160 },
      {
        ...list,
        part: 'sentence',
        label: 'Its words',
        hint: '{what}, {long} and {who} are the choices',
        default: { word: 'show' },
        shownWhen: { path: 'offers.choosing', is: [true] },
        folded: true,
      },
    ),
    'offers.groups': choice(
      [
        { value: 'headings', label: 'Headings' },
        { value: 'tabs', label: 'Tabs' },
      ],
      { ...list, part: 'group', label: 'Groups are', default: 'headings' },
    ),
    'offers.picture': shows('picture', 'Picture'),
    'offers.text': shows('text', 'What it is'),
    'offers.takes': shows('facts', 'How long it takes'),
    'offers.by': shows('facts', 'Who offers it'),
    'offers.price': shows('price', 'Price'),
    'offers.opens': choice(
      [
        { value: 'page', label: 'Its page', hint: 'Pictures, what to know beforehand, and its dates' },
        { value: 'times', label: 'Its dates at once' },
      ],
      { ...list, part: 'choose', label: 'A click opens', default: 'page' },
    ),
    'offers.alone': choice(
      [
        { value: 'list', label: 'All of them' },
        { value: 'page', label: 'The first alone', hint: 'Its page; choose it under “Only these”' },
        { value: 'dates', label: 'The first one’s dates alone' },
      ],
      { ...list, part: 'offers', label: 'What stands there', default: 'list' },
    ),
    'offers.choose': text(
      { maxLength: 60 },
      { ...list, part: 'choose', label: 'Way to its dates', default: { word: 'choose' } },
    ),
    'offers.beforehand': text(
      { maxLength: 80 },
      {
        ...list,
        part: 'beforehand',
        label: 'Above what to know',
        default: { word: 'beforehand' },
        folded: true,
      },
    ),
    ...bookingFields,
    ...look,
  },
  { 'look.accent': { label: 'Links, and what is open' }, 'booking.clock': { default: 'place' } },
  parts,
)
type Values = ValuesOf<typeof fields>

const lookOf = (values: Values) => values as unknown as BlockValues<typeof heading.fields>

export const offers = defineKind({
  id: 'offers',
  version: 1,
  label: 'Offers',
  description: 'What can be booked, with pictures, prices and dates; each has a page of its own.',
  alsoCalled: ['services', 'classes', 'courses', 'price list', 'treatments', 'menu', 'workshops', 'tours'],
  intake: bookingIntake,
  fields,
  words: { ...bookingWords, ...fieldWords, ...drawnWords, ...islandWords },
  parts,
  startingPoints: [
    {
      id: 'list',
      label: 'In groups',
      hint: 'A sentence to choose by; groups at the left, each offer with picture, price and next date',
      settings: {},
    },
    {
      id: 'tabs',
      label: 'In tabs',
      hint: 'One group at a time, without pictures',
      settings: {
        'offers.groups': 'tabs',
        'offers.picture': false,
        'offers.choosing': false,
        'offers.opens': 'times',
      },
    },
    {
      id: 'one',
      label: 'One alone',
      hint: 'The page of a single offer, with its dates',
      settings: { 'offers.alone': 'page' },
    },
    {
      id: 'dates',
      label: 'Dates alone',
      hint: 'When a single offer can be booked',
      settings: { 'offers.alone': 'dates', 'place.maxWidth': 480, 'place.align': 'start' },
    },
  ],
  model(given, values, context) {
    const { locale, assets, ref } = context
    const { calendar } = given.calendar
    const title = heading.of([], lookOf(values), { ...context, shown: 0 })
    const offered = offeredOf(calendar, values, 'all', locale)
    const nameOf = (id: string) =>
      calendar.resources.find((one) => one.id === id && one.is === 'person')?.name
    const all = offered.services.map((one): Offer => {
      const service = calendar.services.find(({ id }) => id === one.id)!
      const by = service.needs.flatMap(({ of }) => of.flatMap((id) => nameOf(id) ?? []))
      const takes = lengthInWords(service.minutes, locale)
      return {
        ...one,
        price: values['offers.price'] ? one.price : '',
        priceNote: values['offers.price'] ? one.priceNote : '',
        pictures: service.image.map((picture) => pictureAt(picture, [320, 640, 1280], assets)),
        before: service.before,
        by,
        takesWith:
          by.length > 0
            ? say(drawnWords.takesWith, locale)
                .replace('{long}', () => takes)
                .replace('{who}', () => by.join(', '))
            : takes,
        atMost: service.places > 1 ? sayCount(countWords.people, service.places, locale) : '',
        url: `${assets}/h/${ref ?? ''}/${service.id}`,
      }
    })
    const alone = values['offers.alone'] === 'list' ? undefined : all[0]?.id
    const booking = bookingPropsOf(
      given,
      values,
      locale,
      { ...offered, services: all },
      {
        heading: undefined,
        intro: '',
        begin: 'dates',
      },
    )
    const props: OffersProps = {
      heading: title && { words: title.text.words, level: title.level },
      intro: values['offers.intro'],
      offers: all,
      booking: { ...booking, services: [] },
      shows: {
        picture: values['offers.picture'],
        text: values['offers.text'],
        takes: values['offers.takes'],
        by: values['offers.by'],
      },
      groupsAs: values['offers.groups'] as OffersProps['groupsAs'],
      opens: values['offers.alone'] === 'dates' ? 'times' : (values['offers.opens'] as OffersProps['opens']),
      sentence: values['offers.choosing'] ? values['offers.sentence'] : '',
      any: {
        what: say(drawnWords.anything, locale),
        long: say(drawnWords.anyLength, locale),
        who: say(drawnWords.whoever, locale),
      },
      counts: all.map((_one, at) => sayCount(countWords.offers, at + 1, locale)),
      choose: values['offers.choose'],
      beforehand: values['offers.beforehand'],
      all: say(drawnWords.all, locale),
      facts: {
        takes: say(drawnWords.takes, locale),
        with: say(drawnWords.with, locale),
        atMost: say(drawnWords.atMost, locale),
        costs: say(drawnWords.costs, locale),
      },
      alone,
    }
    return { props, title, values, currency: calendar.currency }
  },
  isEmpty: ({ props }) => props.offers.length === 0,
  view: ({ props }) => (
    <div part="widget">
      <div data-island="offers">
        <Drawn props={props} />
      </div>
    </div>
  ),
  island: ({ props }) => props,
  asksFirst: true,
  behaviours: () => [],
  jsonLd({ props, currency }) {
    const described = props.offers.map((one) => describe(one, currency))
    return described.length > 0
      ? {
          '@context': 'https://schema.org',
          '@type': 'ItemList',
          itemListElement: described.map((item, at) => ({ '@type': 'ListItem', position: at + 1, item })),
        }
      : undefined
  },
  entries: ({ props, values, currency }) => ({
    pages: props.offers.map((offer): EntryPage => {
      const alone = { ...props, alone: offer.id, opens: 'page' as const, isPage: true }
      return {
        key: offer.id,
        title: offer.name,
        jsonLd: { '@context': 'https://schema.org', ...describe(offer, currency) },
        view: (
          <div part="widget">
            <div data-island="offers">
              <Drawn props={alone} />
            </div>
            <noscript>
              <p>
                <a part="choose" href={offer.url.replace('/h/', '/t/')}>
                  {props.choose}
                </a>
              </p>
            </noscript>
          </div>
        ),
        island: alone,
      }
    }),
    css: stylesOf(values),
  }),
  height: ({ props, title }, values, widthPx) => offersPx(props, title, lookOf(values), widthPx),
  styles: (values) => stylesOf(values),
  migrate: [],
  example: { given: { calendar: { calendar: exampleOffers }, form: undefined }, settings: {} },
})

function stylesOf(values: Values): string {
  const look = lookOf(values)
  return `${frameStyles(look)}${String(heading.styles?.(look) ?? '')}${formStyles(look, { as: 'line', isFirstLarge: false })}${bookingStyles(look)}${offersStyles(look)}${unseen}`
}

/** The first state: the list, or the one that stands alone. Where no script runs, its dates are one link away. */
function Drawn({ props }: { readonly props: OffersProps }) {
  const alone = props.offers.find(({ id }) => id === props.alone)
  if (!alone) return <List props={props} wish={anyWish} />
  const booked = <First props={bookingOf(props, alone)} />
  if (props.opens === 'times') return <DatesAlone props={props}>{booked}</DatesAlone>
  return (
    <Page props={props} offer={alone} listUrl={alone.url.replace(/\/[^/]*$/, '')}>
      {booked}
    </Page>
  )
}

const describe = ({ name, text: told, amount, url, pictures, by }: Offer, currency: string) => ({
  '@type': 'Service',
  name,
  ...(told ? { description: told } : {}),
  ...(pictures[0] ? { image: pictures[0].src } : {}),
  ...(by.length > 0 ? { provider: by.map((one) => ({ '@type': 'Person', name: one })) } : {}),
  url,
  ...(amount === null ? {} : { offers: { '@type': 'Offer', price: amount, priceCurrency: currency, url } }),
})
