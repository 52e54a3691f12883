/** @jsxImportSource preact */
/** Offers as markup: a list in groups with a sentence to choose by, and one offer's page. The server draws its first state. */
import type { ComponentChildren, VNode } from 'preact'
import type { BookingProps } from '../booking/view'
import { groupsOf, type Offered } from '../booking/names'
import type { Pictured } from '../facts/picture'
import { Heading, type HeadingProps } from '../headed'

export interface Offer extends Offered {
  readonly pictures: readonly Pictured[]
  readonly before: readonly string[]
  /** Names of those who offer it. */
  readonly by: readonly string[]
  /** `2½ hours with Ottoline Marsh` */
  readonly takesWith: string
  /** `4 people`; '' where one comes alone. */
  readonly atMost: string
  /** Its page. */
  readonly url: string
}

export interface OffersProps {
  readonly heading: HeadingProps | undefined
  readonly intro: string
  readonly offers: readonly Offer[]
  readonly booking: BookingProps
  /** With what is shown of each. */
  readonly shows: Readonly<Record<'picture' | 'text' | 'takes' | 'by', boolean>>
  readonly groupsAs: 'headings' | 'tabs'
  readonly opens: 'page' | 'times'
  /** The sentence to choose by, with `{what}`, `{long}` and `{who}`; '' for none. */
  readonly sentence: string
  readonly any: Readonly<Record<'what' | 'long' | 'who', string>>
  readonly counts: readonly string[]
  readonly choose: string
  readonly beforehand: string
  readonly all: string
  readonly facts: Readonly<Record<'takes' | 'with' | 'atMost' | 'costs', string>>
  /** Id of the one that stands alone; undefined for the list. */
  readonly alone: string | undefined
  /** Of a page of its own. */
  readonly isPage?: boolean
}

export interface Wish {
  readonly what: string
  readonly long: string
  readonly who: string
}
export const anyWish: Wish = { what: '', long: '', who: '' }

export const matching = ({ offers }: OffersProps, { what, long, who }: Wish): readonly Offer[] =>
  offers.filter(
    (one) =>
      (what === '' || one.group === what) &&
      (long === '' || one.takes === long) &&
      (who === '' || one.by.includes(who)),
  )

const distinct = (all: readonly string[]) => [...new Set(all)].filter(Boolean)

interface ListProps {
  readonly props: OffersProps
  readonly wish: Wish
  /** When each is free next, in words; by id. */
  readonly nexts?: Readonly<Record<string, string>>
  readonly tab?: string
  readonly onWish?: (wish: Wish) => void
  readonly onTab?: (group: string) => void
  readonly onOpen?: (event: MouseEvent, offer: Offer) => void
}

export function List({ props, wish, nexts, tab, onWish, onTab, onOpen }: ListProps): VNode {
  const found = matching(props, wish)
  const groups = groupsOf(found)
  const names = distinct(props.offers.map(({ group }) => group))
  const isTabbed = props.groupsAs === 'tabs' && names.length > 1
  // Below the widget's own heading, where it has one.
  const Name = `h${props.heading ? props.heading.level + 1 : 2}` as 'h3'
  const at = isTabbed ? (tab ?? names[0]!) : undefined
  return (
    <div part="offers">
      {(props.heading || props.intro) && (
        <div class="top">
          {props.heading && <Heading {...props.heading} />}
          {props.intro && <p part="intro">{props.intro}</p>}
        </div>
      )}
      {props.sentence && <Choosing props={props} wish={wish} found={found.length} onWish={onWish} />}
      {isTabbed && (
        <div part="tabs" role="group">
          {names.map((name) => (
            <button
              key={name}
              part="tab"
              type="button"
              aria-pressed={name === at}
              onClick={() => onTab?.(name)}
            >
              {name}
            </button>
          ))}
        </div>
      )}
      {groups
        .filter(([name]) => at === undefined || name === at)
        .map(([name, offers]) => (
          <section key={name} part="group" class={name && !isTabbed ? 'named' : undefined}>
            {name && !isTabbed && (
              <header>
                <Name part="group-name">{name}</Name>
                <p part="note">{props.counts[offers.length - 1]}</p>
              </header>
            )}
            <ul>
              {offers.map((offer) => (
                <Row key={offer.id} props={props} offer={offer} next={nexts?.[offer.id]} onOpen={onOpen} />
              ))}
            </ul>
          </section>
        ))}
    </div>
  )
}

/** A sentence whose underlined words are lists: it is read aloud as what it means. */
function Choosing({
  props,
  wish,
  found,
  onWish,
}: {
  readonly props: OffersProps
  readonly wish: Wish
  readonly found: number
  readonly onWish: ((wish: Wish) => void) | undefined
}) {
  const choices: Readonly<Record<keyof Wish, readonly string[]>> = {
    what: distinct(props.offers.map(({ group }) => group)),
    long: distinct(props.offers.map(({ takes }) => takes)),
    who: distinct(props.offers.flatMap(({ by }) => by)),
  }
  return (
    <p part="sentence">
      {props.sentence.split(/(\{(?:what|long|who)\})/).map((piece) => {
        const slot = piece.slice(1, -1) as keyof Wish
        if (!piece.startsWith('{')) return piece
        return (
          <select
            key={slot}
            part="word"
            aria-label={props.any[slot]}
            value={wish[slot]}
            onChange={(event) => onWish?.({ ...wish, [slot]: (event.target as HTMLSelectElement).value })}
          >
            <option value="">{props.any[slot]}</option>
            {choices[slot].map((one) => (
              <option key={one} value={one} selected={one === wish[slot]}>
                {one}
              </option>
            ))}
          </select>
        )
      })}{' '}
      <small part="note" aria-live="polite">
        {found === 0 ? '0' : props.counts[found - 1]}
      </small>
    </p>
  )
}

/** Sizes of a list: what fits beside words, whatever the screen. */
const Plate = ({ offer }: { readonly offer: Offer }) => {
  const [picture] = offer.pictures
  return picture ? (
    <img part="picture" src={picture.src} srcset={picture.srcset} sizes="160px" alt="" loading="lazy" />
  ) : (
    <span part="picture" aria-hidden="true">
      {[...offer.name][0]}
    </span>
  )
}

interface RowProps {
  readonly props: OffersProps
  readonly offer: Offer
  readonly next: string | undefined
  readonly onOpen: ((event: MouseEvent, offer: Offer) => void) | undefined
}
function Row({ props, offer, next, onOpen }: RowProps) {
  const { shows } = props
  const open = (event: MouseEvent) => onOpen?.(event, offer)
  const takes =
    shows.takes && shows.by
      ? offer.takesWith
      : shows.takes
        ? offer.takes
        : shows.by
          ? offer.by.join(', ')
          : ''
  return (
    <li part="offer" data-offer={offer.id}>
      {shows.picture && <Plate offer={offer} />}
      <div class="words">
        <a part="offer-name" href={offer.url} onClick={open}>
          {offer.name}
        </a>
        {shows.text && offer.text && <p part="text">{offer.text}</p>}
        {takes && <p part="facts">{takes}</p>}
        {/* Its room is kept from the beginning: what stands below must not move once it is known. */}
        <p part="facts" class="next">
          {next && <b>{next}</b>}
        </p>
      </div>
      <div class="deal">
        {offer.price && <b part="price">{offer.price}</b>}
        {offer.priceNote && <span part="note">{offer.priceNote}</span>}
        <a part="choose" href={offer.url} aria-label={`${props.choose}: ${offer.name}`} onClick={open}>
          {props.choose}
        </a>
      </div>
    </li>
  )
}

interface PageProps {
  readonly props: OffersProps
  readonly offer: Offer
  /** What is booked with, at the right. */
  readonly children: ComponentChildren
  readonly onAll?: (event: MouseEvent) => void
  /** Where the list is; undefined where there is no way back. */
  readonly listUrl: string | undefined
}

/** All of one offer: what it is, pictures, facts, what to know beforehand; its dates at the right. */
export function Page({ props, offer, children, onAll, listUrl }: PageProps): VNode {
  const facts = [
    [props.facts.takes, offer.takes],
    [props.facts.with, offer.by.join(', ')],
    [props.facts.atMost, offer.atMost],
    [props.facts.costs, [offer.price, offer.priceNote].filter(Boolean).join(', ')],
  ].filter(([, value]) => value)
  const [first, ...rest] = offer.pictures
  const level = props.isPage ? 1 : (props.heading?.level ?? 2)
  const [Name, Below] = [`h${level}` as 'h2', `h${level + 1}` as 'h3']
  return (
    <article part="offer-page" tabindex={-1}>
      <div class="told">
        {listUrl !== undefined && (
          <p part="note">
            <a part="word" href={listUrl} onClick={onAll}>
              {props.all}
            </a>
            {offer.group && `, ${offer.group}`}
          </p>
        )}
        <Name part="page-name">{offer.name}</Name>
        {offer.text && <p part="lead">{offer.text}</p>}
        {first && (
          <div class="pictures">
            {[first, ...rest].map(({ src, srcset, alt }, at) => (
              <img
                key={src}
                part="picture"
                src={src}
                srcset={srcset}
                sizes={at === 0 ? '(max-width: 860px) 100vw, 660px' : '220px'}
                alt={alt === offer.name ? '' : alt}
                loading={at === 0 ? undefined : 'lazy'}
              />
            ))}
          </div>
        )}
        <dl part="page-facts">
          {facts.map(([label, value]) => (
            <div key={label}>
              <dt>{label}</dt>
              <dd>{value}</dd>
            </div>
          ))}
        </dl>
        {offer.before.length > 0 && (
          <section part="beforehand">
            <Below>{props.beforehand}</Below>
            <ul>
              {offer.before.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </section>
        )}
      </div>
      <div class="side">{children}</div>
    </article>
  )
}

/** Its dates and nothing else; with the way back to the others, where there are some. */
export const DatesAlone = ({
  props,
  onAll,
  children,
}: {
  readonly props: OffersProps
  readonly onAll?: (event: MouseEvent) => void
  readonly children: ComponentChildren
}): VNode => (
  <div part="offers">
    {props.alone === undefined && (
      <p part="note">
        <a part="word" href="#" onClick={onAll}>
          {props.all}
        </a>
      </p>
    )}
    {children}
  </div>
)

/** The booking of one offer: it has a single service, and shows dates if that is a class. */
export const bookingOf = ({ booking }: OffersProps, offer: Offer): BookingProps => ({
  ...booking,
  services: [offer],
  begin: 'dates',
})
