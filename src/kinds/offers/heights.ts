/** How high a list of offers, or one offer, is before anything is chosen. */
import type { BlockValues } from '../block'
import { groupsOf } from '../booking/names'
import { lookingEm, roomyEm, sentenceLines, sizes as bookingSizes } from '../booking/heights'
import { counted, linesOf } from '../letters'
import { faceOf, innerPx, paddingPx, small, smallEm, stackEm, text, type Look } from '../sizes'
import { heading } from '../strips/heading'
import { bookingOf, type Offer, type OffersProps } from './view'

/** In em of the text. */
export const sizes = {
  /** From this width on the groups' names stand beside, the price at the end. */
  wide: 46,
  /** Width of the names beside. */
  names: 15,
  gap: 1.5,
  picture: { width: 7.5, height: 5.625 },
  /** Narrower than this, pictures are small. */
  roomy: 26,
  smallPicture: { width: 4.5, height: 3.375 },
  end: 9,
  inRow: 1.25,
  below: 2.25,
  groupName: { size: 1.375, line: 1.25 },
  tab: 2.75,
  pageName: { size: 2.5, line: 1.15 },
  lead: { size: 1.125, line: 1.6 },
  /** The sentence beside an offer. */
  beside: { size: 1.375, line: 1.4 },
  side: 20,
} as const

/** Lines that are kept for when an offer is free next. */
export const nextLines = { wide: 1, narrow: 2 } as const

type Title = Parameters<typeof heading.height>[0]
type Values = Look & BlockValues<typeof heading.fields>

export function offersPx(
  props: OffersProps,
  title: Title | undefined,
  look: Values,
  widthPx: number,
): number {
  const em = look['look.textSize']
  const inner = innerPx(look, widthPx)
  const widthEm = inner / em
  const lines = (words: string, width: number, size = 1, weight: 'plain' | 'bold' = 'plain') =>
    words ? linesOf(counted(words, faceOf(look, 'body', weight)), Math.max(1, width) / size) : 0
  const alone = props.offers.find(({ id }) => id === props.alone)
  const content = !alone ? listEm() : props.opens === 'times' ? bookedEm(alone, widthEm) : pageEm(alone)
  return Math.ceil(content * em + 2 * paddingPx(look))

  function listEm(): number {
    const isWide = widthEm >= sizes.wide
    const top = stackEm(
      [title ? heading.height(title, look, inner) / em : 0, lines(props.intro, widthEm) * text.line],
      0.5,
    )
    const size = widthEm >= roomyEm ? bookingSizes.sentence.large : bookingSizes.sentence.small
    const said = props.sentence
      .replace('{what}', props.any.what)
      .replace('{long}', props.any.long)
      .replace('{who}', props.any.who)
    const sentence = props.sentence
      ? lines(`${said} mmm`, Math.min(widthEm, 26 * size.size) * 0.94, size.size) * size.size * size.line
      : 0
    const isTabbed = props.groupsAs === 'tabs' && groupsOf(props.offers).length > 1
    const groups = groupsOf(props.offers)
    const heights = groups.map(([name, offers]) => {
      const beside = name && isWide && !isTabbed ? sizes.names + sizes.gap : 0
      const rows = offers.reduce((sum, offer) => sum + rowEm(offer, widthEm - beside, isWide), 0)
      const isNamed = name !== '' && !isTabbed
      const nameWidth = isWide ? sizes.names : widthEm
      const named = isNamed
        ? lines(name, nameWidth, sizes.groupName.size, 'bold') * sizes.groupName.size * sizes.groupName.line +
          smallEm +
          (isWide ? sizes.inRow : 1)
        : 0
      // With its line above.
      return (isWide ? Math.max(rows, named) : rows + named) + (isNamed ? 3 / em : 0)
    })
    const shown = isTabbed ? [tabsEm(groups.map(([name]) => name)), Math.max(0, ...heights)] : heights
    return stackEm([top, sentence, ...shown], sizes.below)
  }
  /** Fills each line with as many tabs as fit. A tab that is wider than a line takes several. */
  function tabsEm(names: readonly string[]): number {
    let [sum, left] = [0, 0]
    for (const name of names.filter(Boolean)) {
      const wide = Math.min(widthEm, name.length * 0.62 + 1.5)
      if (wide > left) {
        sum += Math.max(sizes.tab, lines(name, widthEm, 1, 'bold') * text.line)
        left = widthEm
      }
      left -= wide
    }
    return sum + 1 / em
  }
  function rowEm(offer: Offer, width: number, isWide: boolean): number {
    const { shows } = props
    const plate = widthEm >= sizes.roomy ? sizes.picture : sizes.smallPicture
    const picture = shows.picture ? plate.width + sizes.gap : 0
    const words = width - picture - (isWide ? sizes.end + sizes.gap : 0)
    const facts =
      shows.takes || shows.by ? lines(shows.by ? offer.takesWith : offer.takes, words, small.size) : 0
    const told =
      lines(offer.name, words, 1, 'bold') * text.line +
      (shows.text ? lines(offer.text, words) * text.line : 0) +
      (facts + (isWide ? nextLines.wide : nextLines.narrow)) * smallEm
    const noteWidth = isWide ? sizes.end : words
    const note = lines(offer.priceNote, noteWidth, small.size) * smallEm
    const choose = lines(props.choose, noteWidth, 1, 'bold') * text.line
    const price = offer.price ? text.line : 0
    // In one line where they fit, else below each other.
    const wide = offer.price.length * 0.75 + offer.priceNote.length * 0.5 + props.choose.length * 0.56 + 2
    const deal = !isWide && wide <= words ? text.line * 1.1 : price + note + choose
    const shown = Math.max(told, shows.picture ? plate.height : 0)
    const height = isWide ? Math.max(shown, deal) : shown + deal + 0.5
    return height + 2 * sizes.inRow + 1 / em
  }
  function pageEm(offer: Offer): number {
    const isWide = widthEm >= sizes.wide
    const width = isWide ? widthEm - sizes.side - 4 : widthEm
    const picture =
      offer.pictures.length > 0 ? width * 0.56 + (offer.pictures.length > 1 ? width * 0.26 : 0) : 0
    const told = stackEm(
      [
        smallEm,
        lines(offer.name, width, sizes.pageName.size, 'bold') * sizes.pageName.size * sizes.pageName.line,
        lines(offer.text, Math.min(width, 34), sizes.lead.size) * sizes.lead.size * sizes.lead.line,
        picture,
        factsEm(offer, width),
        offer.before.length > 0
          ? 2.5 + offer.before.reduce((sum, line) => sum + lines(line, width - 1.5) * text.line + 0.5, 0.5)
          : 0,
      ],
      1.5,
    )
    // What is booked with stands below where it is narrow, with a line above it where it is beside.
    const booked = bookedEm(offer, isWide ? sizes.side : widthEm)
    return isWide ? Math.max(told, booked + 1 + 2 / em) : told + 2 + booked
  }
  /** What is booked with, before anything is known of its times. */
  function bookedEm(offer: Offer, width: number): number {
    const booking = bookingOf(props, offer)
    const isPage = props.opens === 'page'
    const wide = width >= roomyEm ? bookingSizes.sentence.large : bookingSizes.sentence.small
    const { size, line } = isPage ? sizes.beside : wide
    const sentenceWidth = Math.min(width, 26 * size) / size
    const sentence =
      sentenceLines(booking, (words) => linesOf(counted(words, faceOf(look, 'heading')), sentenceWidth)) *
      size *
      line
    const waiting = lookingEm(booking, width, (words) => lines(words, width, small.size))
    return stackEm([sentence, waiting], bookingSizes.below)
  }
  /** As many beside each other as fit. */
  function factsEm(offer: Offer, width: number): number {
    const values = [
      offer.takes,
      offer.by.join(', '),
      offer.atMost,
      [offer.price, offer.priceNote].filter(Boolean).join(', '),
    ]
    const shown = values.filter(Boolean)
    const columns = Math.max(1, Math.min(shown.length, Math.floor((width + 1.5) / 9.5)))
    const each = (width - (columns - 1) * 1.5) / columns
    const heights = shown.map((value) => smallEm + lines(value, each, 1, 'bold') * text.line)
    let sum = 2 + 2 / em
    for (let at = 0; at < heights.length; at += columns)
      sum += Math.max(...heights.slice(at, at + columns)) + (at > 0 ? 1 : 0)
    return sum
  }
}
