/** Entries of a catalogue by words and by choices, with how many there would be by each choice. */
import { QueryTypes } from 'sequelize'
import { headingOf } from '@/core/items/choices'
import { db } from '../../db/db'
import { configurationFor, ofWidget, wordsIn } from './searching'

export interface Wanted {
  readonly words: string
  /** As `core/items/choices.ts` writes them. */
  readonly chosen: readonly string[]
  readonly from: number
  readonly most: number
}
export interface FoundEntries {
  /** Of the entries that are wanted, in order. */
  readonly ids: readonly string[]
  readonly total: number
  readonly counts: Readonly<Record<string, number>>
}

/** Binds a value. @returns what stands for it in the statement */
type Put = (value: unknown) => string
/** Makes two pieces of SQL: one selects entries of a widget, the other orders them. @param id - stands for the widget's id */
type Condition = (put: Put, id: string) => { readonly is: string; readonly comesFirst: string }

/** Entries with all of the words; where there are none, those whose title has nearly such a word. */
export async function findByChoice(widgetId: string, locale: string, wanted: Wanted): Promise<FoundEntries> {
  const words = wordsIn(wanted.words)
  if (words.length === 0)
    return look(widgetId, wanted, (_put, id) => ({ is: `widget_id = ${id}`, comesFirst: '0' }))
  const found = await look(widgetId, wanted, withAll(words, configurationFor(locale)))
  const long = words.filter((word) => word.length >= 4)
  // With other choices there are some: the words are no mistake.
  if (Object.keys(found.counts).length > 0 || found.total > 0 || long.length === 0) return found
  return look(widgetId, wanted, (put, id) => ({
    is: `${ofWidget('letters', id)} and title %> any(${put(long)}::text[])`,
    comesFirst: '0',
  }))
}

/** Each word in the title or in the text, whichever; what was typed last may be unfinished. */
const withAll =
  (words: readonly string[], configuration: string): Condition =>
  (put, id) => {
    const language = `${put(configuration)}::text::regconfig`
    const queries = words.map((word, at) => {
      const quoted = `'${word.replaceAll("'", "''")}'`
      const isUnfinished = at === words.length - 1 && word.length >= 2
      return `to_tsquery(${language}, ${put(isUnfinished ? `${quoted}:*` : quoted)})`
    })
    return {
      // A select of its own hides how common the words are: for common ones the planner would read all texts, not the index.
      is: `${ofWidget('words', id)} and words @@ (select ${queries.join(' && ')})`,
      comesFirst: `(${queries.map((query) => `(title_words @@ ${query})::int`).join(' + ')})`,
    }
  }

async function look(
  widgetId: string,
  { chosen, from, most }: Wanted,
  condition: Condition,
): Promise<FoundEntries> {
  const bind: unknown[] = []
  const put: Put = (value) => `$${bind.push(value)}`
  const { is, comesFirst } = condition(put, put(widgetId))
  const headings = [...new Set(chosen.map(headingOf))]
  // What is chosen under one heading does not take away from what else stands there.
  const ofHeadings = headings.map((heading) => {
    const others = chosen.filter((one) => headingOf(one) !== heading)
    return `union all select c, sum(n)::int, null from alike, unnest(choices) c
      where choices @> ${put(others)}::text[] and starts_with(c, ${put(heading)}) group by c`
  })
  const fits = `choices @> ${put([...chosen])}::text[]`
  // Entries with the same choices are counted together first: there are fewer of such groups than of entries.
  const rows = await db().sequelize.query<{ choice: string; count: number; ids: string[] | null }>(
    `with hit as materialized (
       select item_id, choices, position, ${comesFirst} as comes_first from search_entries where ${is}),
     alike as materialized (select choices, count(*) as n from hit group by choices)
     select '' as choice, (select coalesce(sum(n), 0)::int from alike where ${fits}) as count,
       array(select item_id from hit where ${fits} order by comes_first desc, position offset ${put(from)} limit ${put(most)}) as ids
     union all select c, sum(n)::int, null from alike, unnest(choices) c
       where ${fits} and not exists (select 1 from unnest(${put(headings)}::text[]) h where starts_with(c, h)) group by c
     ${ofHeadings.join('\n')}`,
    { bind, type: QueryTypes.SELECT },
  )
  const [all, ...counts] = rows
  return {
    ids: all?.ids ?? [],
    total: all?.count ?? 0,
    counts: Object.fromEntries(counts.map(({ choice, count }) => [choice, count])),
  }
}
