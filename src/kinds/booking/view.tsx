/** @jsxImportSource preact */
/** A booking as markup: the sentence that fills itself in, and what is to choose next. The server draws its first state. */
import type { Piece } from '../../core/locale/telephones'
import { Aside } from '../aside'
import type { ComponentChildren, VNode } from 'preact'
import type { PublicForm } from '../../core/forms/form'
import { Heading, type HeadingProps } from '../headed'
import type { QuestionsProps } from '../questions/form'
import { groupsOf, withinSentence, type Offered, type Somebody } from './names'

export interface BookingProps {
  readonly heading: HeadingProps | undefined
  readonly intro: string
  readonly services: readonly Offered[]
  readonly people: readonly Somebody[]
  /**
   * `steps`: what, with whom, when. `month`: the free times of what comes first, at once. `dates`: of one service, its dates below
   * each other where it is a class.
   */
  readonly begin: 'steps' | 'month' | 'dates'
  readonly choosesWho: boolean
  /** IANA name of the calendar's zone, and whose clock times are told by. */
  readonly zone: string
  readonly clock: 'visitor' | 'place'
  /** Of the calendar, for sums. */
  readonly currency: string
  readonly where: string
  readonly way: string
  readonly aside: readonly Piece[]
  readonly again: string
  readonly locale: string
  /** The parts of the sentence, each with a `{slot}`, and what stands in them while nothing is chosen. */
  readonly sentence: Readonly<Record<'what' | 'who' | 'when' | 'you', string>>
  readonly open: Readonly<Record<'what' | 'who' | 'when' | 'you', string>>
  readonly anybody: string
  readonly looking: string
  readonly nothing: string
  readonly form: PublicForm
  readonly release: number
  /** How the form is drawn, besides what it asks. */
  readonly asking: Omit<QuestionsProps, 'form' | 'release'>
}

export type Step = 'what' | 'who' | 'when' | 'you' | 'done'
export interface Chosen {
  readonly service: Offered | undefined
  /** '' for whoever is free; undefined while nothing is chosen. */
  readonly who: string | undefined
  /** Minutes since 1970 (UTC). */
  readonly start: number | undefined
  readonly count: number
}

export const canChooseWho = ({ choosesWho }: BookingProps, service: Offered | undefined): boolean =>
  choosesWho && (service?.who.length ?? 0) > 0

/** What has to be chosen next. */
export function stepOf(props: BookingProps, { service, who, start }: Chosen): Step {
  if (!service) return 'what'
  if (canChooseWho(props, service) && who === undefined) return 'who'
  return start === undefined ? 'when' : 'you'
}

/** Where one service is all there is, nobody is asked which. */
export function begun({ services, begin }: BookingProps): Chosen {
  const only = begin === 'month' || services.length === 1 ? services[0] : undefined
  const who = begin === 'month' || (begin === 'dates' && (only?.places ?? 1) > 1) ? '' : undefined
  return { service: only, who, start: undefined, count: 1 }
}

interface SentenceProps {
  readonly props: BookingProps
  readonly chosen: Chosen
  readonly step: Step
  /** The time in words; what is looked at while none is chosen. */
  readonly when?: string
  readonly onBack?: (step: Step) => void
}

/** Everything before the open part leads back; what comes after it is not there yet. */
export function Sentence({ props, chosen, step, when, onBack }: SentenceProps): VNode {
  const steps: Step[] = [
    'what',
    ...(canChooseWho(props, chosen.service) ? (['who'] as const) : []),
    'when',
    'you',
  ]
  const shown = step === 'done' ? steps.slice(0, -1) : steps.slice(0, steps.indexOf(step) + 1)
  const said = (one: Step): string | undefined =>
    one === 'what'
      ? chosen.service &&
        (step === 'done' ? chosen.service.name : withinSentence(chosen.service.name, props.locale))
      : one === 'who'
        ? chosen.who === ''
          ? props.anybody
          : props.people.find(({ id }) => id === chosen.who)?.name
        : one === 'when'
          ? when
          : undefined
  return (
    <p part="sentence">
      {shown.map((one) => {
        const at = one as 'what' | 'who' | 'when' | 'you'
        // Once it is booked, nobody would like it any more.
        const pattern = step === 'done' && one === 'what' ? '{what}' : props.sentence[at]
        const [before = '', after = ''] = pattern.split(/\{\w+\}/)
        const words = said(one) ?? props.open[at]
        const isOnly = one === 'what' && props.services.length === 1
        return (
          <>
            {before}
            {step === 'done' || isOnly ? (
              <b>{words}</b>
            ) : one === step ? (
              <em part="open">{words}</em>
            ) : (
              <button part="word" type="button" onClick={() => onBack?.(one)}>
                {words}
              </button>
            )}
            {after}
          </>
        )
      })}
      {step === 'done' && '.'}
    </p>
  )
}

export function Frame({
  props,
  sentence,
  mark,
  children,
}: {
  readonly props: BookingProps
  readonly sentence: VNode
  /** Above the sentence. */
  readonly mark?: VNode
  readonly children: ComponentChildren
}): VNode {
  return (
    <div part="booking">
      {(props.heading || props.intro) && (
        <div class="top">
          {props.heading && <Heading {...props.heading} />}
          {props.intro && <p part="intro">{props.intro}</p>}
        </div>
      )}
      <div class="top">
        {mark}
        {sentence}
      </div>
      <div class="body" tabindex={-1}>
        {children}
      </div>
    </div>
  )
}

export function What({
  props,
  onChoose,
}: {
  readonly props: BookingProps
  readonly onChoose?: (service: Offered) => void
}): VNode {
  if (props.services.length === 0) return <p part="note">{props.nothing}</p>
  return (
    <>
      <div class="groups">
        {groupsOf(props.services).map(([name, services]) => (
          <section key={name} part="group">
            {name && <p part="group-name">{name}</p>}
            <ul>
              {services.map((one) => (
                <li key={one.id}>
                  <button part="service" type="button" onClick={() => onChoose?.(one)}>
                    <b part="service-name">{one.name}</b>
                    {one.price && <span part="price">{one.price}</span>}
                    <FactsOf {...one} />
                    {one.text && <span part="text">{one.text}</span>}
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      <Aside pieces={props.aside} />
    </>
  )
}

const FactsOf = ({ takes, priceNote }: Offered) =>
  takes || priceNote ? <span part="facts">{[takes, priceNote].filter(Boolean).join(', ')}</span> : null

/** Whether a month comes where times are looked for; dates of a class stand below each other instead. */
export const showsMonth = (props: BookingProps, chosen: Chosen): boolean =>
  stepOf(props, chosen) === 'when' && !(props.begin === 'dates' && (chosen.service?.places ?? 1) > 1)

/** Its first state, as the server draws it. */
export function First({ props }: { readonly props: BookingProps }): VNode {
  const chosen = begun(props)
  const step = stepOf(props, chosen)
  return (
    <Frame props={props} sentence={<Sentence props={props} chosen={chosen} step={step} />}>
      {step === 'what' ? (
        <What props={props} />
      ) : (
        <p part="note" class={showsMonth(props, chosen) ? 'looking' : undefined} aria-busy="true">
          {props.looking}
        </p>
      )}
    </Frame>
  )
}
