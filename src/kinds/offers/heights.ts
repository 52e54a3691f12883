/** How high a list of offers, or one offer, is before anything is chosen. */
import type { BlockValues } from '../block'
import { groupsOf } from '../booking/names'
import { sizes as bookingSizes, roomyEm } from '../booking/heights'
import { counted, linesOf } from '../letters'
import { faceOf, innerPx, paddingPx, small, smallEm, stackEm, text, type Look } from '../sizes'
import { heading } from '../strips/heading'
import type { Offer, OffersProps } from './view'

/** In em of the text. */
export const sizes = {
  /** From this width on the groups' names stand beside, the price at the end. */
  wide: 46,
  /** Width of the names beside. */
  names: 15,
  gap: 1.5,
  picture: { width: 7.5, height: 5.625 },
  end: 9,
  inRow: 1.25,
  below: 2.25,
  groupName: 1.5,
  tab: 2.75,
  pageName: { size: 2.5, line: 1.15 },
  lead: { size: 1.125, line: 1.6 },
  side: 20,
} as const

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
  const content = alone ? pageEm(alone) : listEm()
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
      const named = name && !isTabbed ? sizes.groupName * 1.25 + smallEm + 1 : 0
      return isWide ? Math.max(rows, named) : rows + (named > 0 ? named : 0)
    })
    const shown = isTabbed ? [sizes.tab, Math.max(0, ...heights)] : heights
    return stackEm([top, sentence, ...shown], sizes.below)
  }
  function rowEm(offer: Offer, width: number, isWide: boolean): number {
    const { shows } = props
    const picture = shows.picture ? sizes.picture.width + sizes.gap : 0
    const words = width - picture - (isWide ? sizes.end + sizes.gap : 0)
    const facts =
      shows.takes || shows.by ? lines(shows.by ? offer.takesWith : offer.takes, words, small.size) : 0
    const told =
      lines(offer.name, words, 1, 'bold') * text.line +
      (shows.text ? lines(offer.text, words) * text.line : 0) +
      facts * smallEm
    const note = lines(offer.priceNote, isWide ? sizes.end : words, small.size) * smallEm
    const end = (offer.price ? text.line * 1.25 : 0) + note + text.line
    const beside = text.line * (words >= 20 ? 1 : offer.priceNote ? 2 : 1)
    const height = isWide ? Math.max(told, end) : told + beside + 0.5
    return Math.max(height, shows.picture ? sizes.picture.height : 0) + 2 * sizes.inRow + 1 / em
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
    // What is booked with stands below where it is narrow.
    return told + (isWide ? 0 : 2 + smallEm + text.line)
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
