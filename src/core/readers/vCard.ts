/** vCard 2.1, 3.0 (RFC 2426) and 4.0 (RFC 6350): people, with where they are and how they are reached. */
import type { Location, ReadItem } from '../items/item'
import { oneLine } from '../items/text'
import {
  carried,
  isClosed,
  lineOf,
  linesOf,
  parameterOf,
  pictureOf,
  plainText,
  readComponents,
  readPoint,
  splitEscaped,
  unfolded,
  type Component,
  type ContentLine,
} from './contentLines'
import { readDate } from './dates'
import { orNone } from './json'
import type { ReadProblem, Reader } from './reader'
import { resolve } from './address'

export const vCard: Reader = {
  id: 'vcard',
  label: 'address cards',
  sniff: (head, { contentType }) =>
    /^\s*BEGIN\s*:\s*VCARD/im.test(unfolded(head))
      ? 1
      : /text\/(x-)?vcard/i.test(contentType ?? '') && /^FN[;:]/im.test(head)
        ? 0.6
        : 0,
  read(text, context) {
    const { root, problems } = readComponents(text)
    const cards = cardsIn(root)
    return { feed: {}, items: cards.map((card, at) => readCard(card, at, context.url, problems)), problems }
  },
  example:
    'BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Ada Fennimore\r\nTITLE:Potter\r\nEMAIL:ada@kiln.example\r\nEND:VCARD\r\n',
}

/** A card inside another is that one's agent, unless the outer was only never closed. */
const cardsIn = (component: Component): Component[] =>
  component.parts.flatMap((part) =>
    part.name === 'VCARD'
      ? [part, ...(part.lines.some((line) => line.name === 'AGENT') ? [] : cardsIn(part))]
      : cardsIn(part),
  )

function readCard(card: Component, at: number, base: string | undefined, problems: ReadProblem[]): ReadItem {
  const [familyName = '', givenName = '', middle = '', prefix = '', suffix = ''] = pieces(lineOf(card, 'N'))
  const [worksFor = ''] = pieces(lineOf(card, 'ORG'))
  const full =
    oneLine(plainText(lineOf(card, 'FN'))) ||
    oneLine([prefix, givenName, middle, familyName, suffix].join(' '))
  const closed = isClosed(card)
  const name = full || worksFor || oneLine(plainText(lineOf(card, 'NICKNAME', 'EMAIL')))
  if (!name)
    problems.push({
      where: `card ${at + 1}, line ${card.at}`,
      what: 'it has no name',
      done: 'it was kept without one',
    })
  const photos = preferred(linesOf(card, 'PHOTO', 'LOGO'))
  const pictures = photos.flatMap((line) => pictureOf(line, base) ?? [])
  if (photos.length > 0 && pictures.length === 0)
    problems.push({
      where: `card ${at + 1}${name && !closed ? ` (${name})` : ''}`,
      what: 'its picture is neither an address nor a picture packed into the card',
      done: 'the card has none',
    })
  const urls = preferred(linesOf(card, 'URL')).flatMap((line) => resolve(plainText(line), base) ?? [])
  const profiles = linesOf(card, 'X-SOCIALPROFILE', 'SOCIALPROFILE', 'IMPP').flatMap(
    (line) => resolve(plainText(line), base) ?? [],
  )
  return {
    type: 'Person',
    guid: plainText(lineOf(card, 'UID')).trim() || undefined,
    url: urls[0],
    name,
    text: plainText(lineOf(card, 'NOTE')).trim() || undefined,
    image: pictures.map((url) => ({ url })),
    dateModified: readDate(lineOf(card, 'REV')?.value ?? ''),
    keywords: linesOf(card, 'CATEGORIES')
      .flatMap((line) => splitEscaped(carried(line).replace(/\\,/g, ','), ','))
      .filter(Boolean),
    familyName: familyName || undefined,
    givenName: givenName || undefined,
    jobTitle: oneLine(plainText(lineOf(card, 'TITLE', 'ROLE'))) || undefined,
    worksFor: oneLine(worksFor) || undefined,
    email: orNone(
      preferred(linesOf(card, 'EMAIL')).map((line) =>
        plainText(line)
          .trim()
          .replace(/^mailto:/i, ''),
      ),
    ),
    telephone: orNone(
      preferred(linesOf(card, 'TEL')).map((line) => plainText(line).trim().replace(/^tel:/i, '')),
    ),
    sameAs: orNone([...urls.slice(1), ...profiles]),
    location: locationOf(card),
    visibility: closed ? 'private' : undefined,
    hiddenBecause: closed ? 'the card is marked private' : undefined,
  }
}

const pieces = (line: ContentLine | undefined) => (line ? splitEscaped(carried(line), ';') : [])

/** `PREF=1` first, then `TYPE=pref`, then as written. */
function preferred(lines: readonly ContentLine[]): ContentLine[] {
  const rank = (line: ContentLine) =>
    line.parameters.has('PREF')
      ? Number(parameterOf(line, 'PREF')) || 100
      : line.parameters.get('TYPE')?.some((one) => /^pref$/i.test(one))
        ? 50
        : 101
  return [...lines].sort((a, b) => rank(a) - rank(b))
}

function locationOf(card: Component): Location | undefined {
  const [
    box = '',
    more = '',
    street = '',
    addressLocality = '',
    addressRegion = '',
    postalCode = '',
    addressCountry = '',
  ] = pieces(preferred(linesOf(card, 'ADR'))[0])
  const point = readPoint((lineOf(card, 'GEO')?.value ?? '').replace(/^geo:/i, ''))
  const streetAddress = [street, more, box].filter(Boolean).join(', ')
  const told = Object.fromEntries(
    Object.entries({ streetAddress, addressLocality, addressRegion, postalCode, addressCountry }).filter(
      ([, value]) => value,
    ),
  )
  return Object.keys(told).length > 0 || point ? { ...told, ...point } : undefined
}
