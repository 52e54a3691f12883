/** Kinds of answers, as the editor calls them. */
import type { EntryType } from '@/core/forms/edit'

export const typeLabels: Readonly<Record<EntryType, string>> = {
  short: 'A short answer',
  long: 'A long answer',
  one: 'One of some choices',
  several: 'Several of some choices',
  list: 'One of a long list',
  number: 'A number',
  date: 'A day',
  telephone: 'A telephone number',
  email: 'An e-mail address',
  address: 'A postal address',
  rating: 'Stars',
  file: 'Files',
  consent: 'Consent',
  hidden: 'Something the page tells',
  text: 'A text between',
}
export const types = Object.keys(typeLabels) as EntryType[]
