/**
 * Whether answers fit. Written out, since a browser gets it, as soon as somebody fills a form in; the server asks the schema that is
 * made from the same form (`schema.ts`), and a property test holds the two together.
 */
import { askedOf, given, type Answers } from './answers'
import { filePattern } from './files'
import type { Entry, PublicForm, Question } from './form'

/** What is wrong with an answer. `fact` is the bound that it breaks, or the answer that it should be like. */
export interface Fault {
  readonly code: FaultCode
  readonly fact?: string
}
export type FaultCode =
  | 'needed'
  | 'chosen'
  | 'agreed'
  | 'tooLong'
  | 'tooMany'
  | 'unlike'
  | 'noNumber'
  | 'noWhole'
  | 'tooSmall'
  | 'tooGreat'
  | 'noDay'
  | 'tooEarly'
  | 'tooLate'
  | 'noTelephone'
  | 'noEmail'

/** One address, with a dot in its host. No more is checked: what is behind it only a mail can tell. */
export const emailPattern = /^[^\s@"(),:;<>[\\\]]{1,64}@(?:[a-z0-9-]{1,63}\.)+[a-z0-9-]{2,63}$/i
export const numberPattern = /^[+-]?\d{1,15}(?:[.,]\d{1,10})?$/
export const dayPattern = /^\d{4}-(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])$/
/** Digits with what people write between them. */
export const telephonePattern = /^\+?[\d\s()./-]{5,30}$/

/** Hours and minutes of a day, such as `19:30`. */
export const timePattern = /^(?:[01]\d|2[0-3]):[0-5]\d$/
/** An address on the web, with its scheme and a host that has a dot. */
export const webPattern = /^https?:\/\/[^\s/?#@]+\.[^\s/?#@]{2,}(?:[/?#]\S*)?$/i

/**
 * @returns the pattern of answers that are written like this one: `QM1 2AB` fits `qm9 9zz`; a time of day fits any time there is, and a
 *   web address any web address
 */
export function patternLike(example: string): RegExp {
  for (const pattern of [timePattern, webPattern]) if (pattern.test(example)) return pattern
  const source = [...example]
    .map((sign) => {
      if (/\p{L}/u.test(sign)) return '\\p{L}'
      if (/\p{Nd}/u.test(sign)) return '\\p{Nd}'
      return /\s/.test(sign) ? '\\s' : `\\u{${sign.codePointAt(0)!.toString(16)}}`
    })
    .join('')
  return new RegExp(`^${source}$`, 'u')
}

export const numberOf = (text: string): number => Number(text.replace(',', '.'))
export const isDay = (text: string): boolean =>
  dayPattern.test(text) && new Date(`${text}T00:00:00Z`).toISOString().startsWith(text)

/** @param today - such as `2026-11-27`, where the visitor is */
export function faultsIn(form: PublicForm, answers: Answers, today: string): Readonly<Record<string, Fault>> {
  const faults: Record<string, Fault> = {}
  for (const question of askedOf(form, answers)) {
    const fault = faultOf(question, given(answers, question.id), today)
    if (fault) faults[question.id] = fault
  }
  return faults
}

/** The same for a part of a form, such as the page that is shown. */
export const faultsAmong = (
  entries: readonly Entry[],
  form: PublicForm,
  answers: Answers,
  today: string,
): Readonly<Record<string, Fault>> =>
  Object.fromEntries(
    Object.entries(faultsIn(form, answers, today)).filter(([id]) => entries.some((one) => one.id === id)),
  )

function faultOf(question: Question, said: readonly string[], today: string): Fault | undefined {
  const [first] = said
  if (first === undefined) return question.isRequired ? { code: neededBy(question) } : undefined
  if (question.type !== 'several' && question.type !== 'file' && said.length > 1)
    return { code: 'tooMany', fact: '1' }
  switch (question.type) {
    case 'short':
      if (first.length > question.most) return { code: 'tooLong', fact: String(question.most) }
      return question.like && !patternLike(question.like).test(first)
        ? { code: 'unlike', fact: question.like }
        : undefined
    case 'long':
      return first.length > question.most ? { code: 'tooLong', fact: String(question.most) } : undefined
    case 'one':
    case 'list':
      return question.options.includes(first) ? undefined : { code: 'chosen' }
    case 'several': {
      if (said.some((one) => !question.options.includes(one))) return { code: 'chosen' }
      const most = question.atMost ?? question.options.length
      return said.length > most ? { code: 'tooMany', fact: String(most) } : undefined
    }
    case 'file':
      if (said.length > question.atMost) return { code: 'tooMany', fact: String(question.atMost) }
      return said.every((one) => filePattern.test(one)) ? undefined : { code: 'needed' }
    case 'number':
      return numberFault(question, first)
    case 'date':
      return dayFault(question, first, today)
    case 'telephone':
      return telephonePattern.test(first) && first.replace(/\D/g, '').length >= 5
        ? undefined
        : { code: 'noTelephone' }
    case 'email':
      return first.length <= 254 && emailPattern.test(first) ? undefined : { code: 'noEmail' }
    case 'address':
    case 'hidden':
      return first.length > 500 ? { code: 'tooLong', fact: '500' } : undefined
    case 'rating':
      return /^[1-9]\d?$/.test(first) && Number(first) <= question.of ? undefined : { code: 'chosen' }
    case 'consent':
      return first === 'yes' ? undefined : { code: 'agreed' }
  }
}

const neededBy = ({ type }: Question): FaultCode =>
  type === 'consent'
    ? 'agreed'
    : type === 'one' || type === 'several' || type === 'list' || type === 'rating'
      ? 'chosen'
      : 'needed'

function numberFault(
  { least, greatest, isWhole }: Extract<Question, { type: 'number' }>,
  text: string,
): Fault | undefined {
  if (!numberPattern.test(text)) return { code: 'noNumber' }
  const number = numberOf(text)
  if (isWhole && !Number.isInteger(number)) return { code: 'noWhole' }
  if (least !== null && number < least) return { code: 'tooSmall', fact: String(least) }
  if (greatest !== null && number > greatest) return { code: 'tooGreat', fact: String(greatest) }
  return undefined
}

/** Days sort as they are written. */
function dayFault(
  { earliest, latest }: Extract<Question, { type: 'date' }>,
  text: string,
  today: string,
): Fault | undefined {
  if (!isDay(text)) return { code: 'noDay' }
  const [from, to] = [earliest, latest].map((day) => (day === 'today' ? today : day))
  if (from && text < from) return { code: 'tooEarly', fact: from }
  if (to && text > to) return { code: 'tooLate', fact: to }
  return undefined
}
