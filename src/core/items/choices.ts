/**
 * What visitors choose entries by: the groups of their lists, their town, their tags, who made them. A choice is written
 * `by|heading|value`, such as `list|Where it grows|Half shade` and `place||Saltmere`, in addresses and in the index alike.
 */
import type { Item } from './item'

export const choiceKinds = ['list', 'place', 'tag', 'author'] as const
export type ChoiceKind = (typeof choiceKinds)[number]

export interface Choice {
  readonly by: ChoiceKind
  /** Of a list; '' for the others, which have one heading each. */
  readonly heading: string
  readonly value: string
}

const clean = (text: string) => text.replace(/[|\s]+/g, ' ').trim()
const longest = 80

export const writeChoice = ({ by, heading, value }: Choice): string => [by, heading, value].join('|')

/** @returns undefined for what is none */
export function readChoice(written: string): Choice | undefined {
  const [by, heading, value, more] = written.split('|')
  const kind = choiceKinds.find((one) => one === by)
  return kind && heading !== undefined && value && more === undefined
    ? { by: kind, heading, value }
    : undefined
}
/** Choices under the same heading: any of them is enough, and one takes the place of another. */
export const headingOf = (written: string): string => written.slice(0, written.lastIndexOf('|') + 1)

/** All that an item can be chosen by, each once. */
export function choicesOf({ lists = [], location, keywords, author }: Item): string[] {
  const all: Choice[] = []
  for (const list of lists) {
    const [name = '', ...group] = list.split(' / ')
    // A list without groups is one choice among lists.
    if (group.length > 0) all.push({ by: 'list', heading: clean(name), value: clean(group.join(' / ')) })
    else all.push({ by: 'list', heading: '', value: clean(name) })
  }
  const place = location?.addressLocality ?? location?.addressRegion
  if (place) all.push({ by: 'place', heading: '', value: clean(place) })
  for (const word of keywords) all.push({ by: 'tag', heading: '', value: clean(word) })
  if (author) all.push({ by: 'author', heading: '', value: clean(author.name) })
  const written = all.filter(({ value }) => value !== '' && value.length <= longest).map(writeChoice)
  return [...new Set(written)]
}
