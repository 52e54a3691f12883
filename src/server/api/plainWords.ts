/**
 * What is wrong with an input, as a person would say it: where, in the words of the screen, and what would do. Every
 * shape of the API is checked through here; `plainWords.test.ts` walks all of them with wrong input.
 */
import type * as z from 'zod'

const kindsOf: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no',
  array: 'a list',
  object: 'an object',
  record: 'an object',
  date: 'a date',
}
const formats: Readonly<Record<string, string>> = {
  uuid: 'the id of something that is there',
  url: 'a web address, like https://example.org',
  email: 'an e-mail address, like name@example.org',
  datetime: 'an instant in UTC, like 2026-05-09T19:00:00Z',
  base64: 'bytes in base64',
}

const counted = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`
const units = (origin: string, count: number) =>
  origin === 'string'
    ? counted(count, 'letter', 'letters')
    : origin === 'array' || origin === 'set'
      ? counted(count, 'entry', 'entries')
      : String(count)

/** Zod's error map. A schema's own message stays. */
export const inPlainWords: z.core.$ZodErrorMap = (issue) => {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined
        ? 'it is missing'
        : `${kindsOf[issue.expected] ?? 'something else'} is needed here`
    case 'too_big': {
      const most = units(issue.origin, Number(issue.maximum))
      return issue.origin === 'string' || issue.origin === 'array'
        ? `it may have ${most} at most`
        : `it may be ${most} at most`
    }
    case 'too_small': {
      if (Number(issue.minimum) === 1 && (issue.origin === 'string' || issue.origin === 'array'))
        return 'it is empty'
      const least = units(issue.origin, Number(issue.minimum))
      return issue.origin === 'string' || issue.origin === 'array'
        ? `it needs ${least} at least`
        : `it may not be less than ${least}`
    }
    case 'invalid_format':
      return formats[issue.format]
        ? `${formats[issue.format]} is needed here`
        : 'it is not written as it should be'
    case 'invalid_value':
      return issue.values.length === 1
        ? `only ${String(issue.values[0])} is possible here`
        : `it can be one of: ${issue.values.slice(0, 12).map(String).join(', ')}`
    case 'unrecognized_keys':
      return `${issue.keys.map((key) => `“${key}”`).join(', ')} is not known here`
    case 'invalid_union':
      return 'it has a form that is not known here'
    case 'not_multiple_of':
      return `it must be a multiple of ${issue.divisor}`
    default:
      return 'it does not fit'
  }
}

/** Names of inputs as people see them; what is not listed is told as it is written. */
const names: Readonly<Record<string, string>> = {
  name: 'Name',
  label: 'Name',
  address: 'Address',
  email: 'E-mail address',
  password: 'Password',
  text: 'Text',
  timeZone: 'Time zone',
  locale: 'Language',
  key: 'Key',
  role: 'Role',
  platform: 'Platform',
  brand: 'Brand',
  colours: 'colour',
  radius: 'corners',
  url: 'Link',
  startDate: 'Start',
  endDate: 'End',
  offers: 'Price',
  jobTitle: 'Role',
  worksFor: 'Works for',
  sameAs: 'Profiles',
  lists: 'Lists',
  image: 'Picture',
  patches: 'Change',
  to: 'value',
  itemIds: 'Entries',
  add: 'Added',
  remove: 'Removed',
  data: 'Picture',
}

/** `rows.5.1` is row 7, column 2 on the screen, where the row of headings is the first, as in a spreadsheet. */
export function whereInWords(path: readonly PropertyKey[]): string {
  if (path[0] === 'rows' && typeof path[1] === 'number')
    return typeof path[2] === 'number' ? `Row ${path[1] + 2}, column ${path[2] + 1}` : `Row ${path[1] + 2}`
  return path
    .map((step) => (typeof step === 'number' ? String(step + 1) : (names[String(step)] ?? String(step))))
    .join(' ')
}

/** The first thing that is wrong; of a form that several shapes share, the reason within the likeliest. */
export function faultIn(error: z.core.$ZodError): { where: string; why: string } {
  const issue = likeliest(error.issues[0]!)
  return { where: whereInWords(issue.path), why: issue.message }
}

function likeliest(
  issue: z.core.$ZodIssue,
  before: readonly PropertyKey[] = [],
): { path: readonly PropertyKey[]; message: string } {
  const path = [...before, ...issue.path]
  if (issue.code !== 'invalid_union' || issue.errors.length === 0) return { path, message: issue.message }
  // The shape that got furthest is the one that was meant.
  const [best] = [...issue.errors]
    .filter((one) => one.length > 0)
    .sort((a, b) => b[0]!.path.length - a[0]!.path.length || a.length - b.length)
  return best && best[0]!.path.length > 0 ? likeliest(best[0]!, path) : { path, message: issue.message }
}
