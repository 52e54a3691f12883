/**
 * What visitors search in: an index of a widget's entries, made with its artifact, and how it is asked. Stems are those of the
 * client's language where PostgreSQL knows it; small mistakes are forgiven by letters in threes.
 */
import { QueryTypes, type Transaction } from 'sequelize'
import { db } from '../../db/db'

/** PostgreSQL's own configurations, by the language's tag. Others are taken word by word. */
const configurations: Readonly<Record<string, string>> = {
  ar: 'arabic',
  ca: 'catalan',
  da: 'danish',
  de: 'german',
  el: 'greek',
  en: 'english',
  es: 'spanish',
  eu: 'basque',
  fi: 'finnish',
  fr: 'french',
  ga: 'irish',
  hi: 'hindi',
  hu: 'hungarian',
  hy: 'armenian',
  id: 'indonesian',
  it: 'italian',
  lt: 'lithuanian',
  ne: 'nepali',
  nl: 'dutch',
  no: 'norwegian',
  nb: 'norwegian',
  pt: 'portuguese',
  ro: 'romanian',
  ru: 'russian',
  sr: 'serbian',
  sv: 'swedish',
  ta: 'tamil',
  tr: 'turkish',
  yi: 'yiddish',
}
export const configurationFor = (locale: string): string =>
  configurations[locale.toLowerCase().split('-')[0]!] ?? 'simple'

/** Letters of an entry that are searched. */
const lettersSearched = 6_000
const mostWords = 12
/** Entries that one statement indexes: it takes about 2 ms for each. */
const eachTime = 2_000

/** `$2` holds the entries as JSON: each has its id, its position, and the choices that find it. */
const given = `jsonb_to_recordset($2::jsonb) as g(id text, position int, choices text[])`
/** For entries whose words are as they were: no index knows these columns, so that moving all of them costs little. */
const placed = `update search_entries e set position = g.position, choices = g.choices from ${given}
  where e.widget_id = $1 and e.item_id = g.id and (e.position <> g.position or e.choices <> g.choices)`

/**
 * The widget in a condition, as one of the indexes has it. Each has it in a form of its own, so that none can be taken for another's
 * search: right after a bulk write the planner believes that a widget has hardly any entries, and would read all of them by any index.
 * @param id - what stands for the widget's id in the statement
 */
export const ofWidget = (index: 'words' | 'title' | 'letters', id: string): string =>
  `('${index} ' || widget_id::text) = '${index} ' || ${id}::text`

const wordsIntoIndexes = `select gin_clean_pending_list(i) from unnest('{search_entries_words,search_entries_title_words,search_entries_letters}'::regclass[]) i`

const facts = `i.facts || i.corrections`
/** What stands in an entry, from which all else is made. */
const sources = `select i.id, g.position, g.choices, translate(coalesce(f ->> 'name', ''), E'\\x01\\x02', '') as title,
  (select string_agg(k, ' ') from jsonb_array_elements_text(coalesce(f -> 'keywords', '[]') || i.tags) k) as keywords,
  coalesce(regexp_replace(i.html, '<[^>]+>', ' ', 'g'), f ->> 'text', '') as body
  from ${given} join items i on i.id = g.id, lateral (select ${facts} as f) f`

export interface IndexedEntry {
  readonly id: string
  /** As `core/items/choices.ts` writes them. */
  readonly choices: readonly string[]
}

/**
 * Makes the index of a widget what it shows now; only entries that have changed cost anything.
 * @param shown - its items in their order, each with what visitors choose it by
 */
export async function indexEntries(
  widgetId: string,
  locale: string,
  shown: readonly IndexedEntry[],
  transaction: Transaction,
): Promise<void> {
  await db().sequelize.query(
    `delete from search_entries where widget_id = $1 and not (item_id = any($2::text[]))`,
    { bind: [widgetId, shown.map(({ id }) => id)], transaction },
  )
  const insert = `with made as (insert into search_entries (widget_id, item_id, title, title_words, words, letters, stamp, position, choices)
   select $1, s.id, s.title, t.words,
     t.words || setweight(to_tsvector($3::text::regconfig, left(s.body, ${lettersSearched})), 'D'),
     length(s.body), s.stamp, s.position, s.choices
   from (select e.*, md5(concat_ws(chr(1), $3::text, title, keywords, body)) as stamp from (${sources}) e) s,
     lateral (select setweight(to_tsvector($3::text::regconfig, s.title), 'A') || setweight(to_tsvector($3::text::regconfig, coalesce(s.keywords, '')), 'B') as words) t
   where not exists (select 1 from search_entries e where e.widget_id = $1 and e.item_id = s.id and e.stamp = s.stamp)
   on conflict (widget_id, item_id) do update
     set title = excluded.title, title_words = excluded.title_words, words = excluded.words, letters = excluded.letters, stamp = excluded.stamp,
       position = excluded.position, choices = excluded.choices returning 1)
   select count(*)::int as count from made`
  // With little memory it takes as long to put words into their indexes as to make them.
  await db().sequelize.query(`set local maintenance_work_mem = '256MB'`, { transaction })
  for (let from = 0; from < shown.length; from += eachTime) {
    const some = shown.slice(from, from + eachTime).map((one, at) => ({ ...one, position: from + at }))
    const entries = JSON.stringify(some)
    const [row] = await db().sequelize.query<{ count: number }>(insert, {
      bind: [widgetId, entries, configurationFor(locale)],
      type: QueryTypes.SELECT,
      transaction,
    })
    await db().sequelize.query(placed, { bind: [widgetId, entries], transaction })
    // New words wait in a list that each search reads through; they go into the indexes now, all at once.
    if (row && row.count > 0) await db().sequelize.query(wordsIntoIndexes, { transaction })
  }
}

export interface FoundEntry {
  readonly id: string
  /** The title in pieces: those at odd places are what was searched for. */
  readonly title: readonly string[]
  /** In the whole text. */
  readonly letters: number
}

/** Words as they were typed, small, without what PostgreSQL reads as its own. */
export const wordsIn = (typed: string): string[] => {
  const words = typed.toLowerCase().match(/[\p{L}\p{N}]+(?:['’][\p{L}\p{N}]+)*/gu) ?? []
  return [...new Set(words.map((word) => word.replaceAll('’', '')))].slice(-mostWords)
}

/**
 * Entries that the words find, the best first: those with any in their title, then those with all of them. Where there are
 * none, those with any of them, and those whose title has nearly such a word. The last word may be unfinished.
 * @param typed - a sentence as somebody types it
 */
export async function findEntries(
  widgetId: string,
  locale: string,
  typed: string,
  most: number,
): Promise<FoundEntry[]> {
  const words = wordsIn(typed)
  if (words.length === 0) return []
  const asked = { widgetId, configuration: configurationFor(locale), words, most }
  const found: FoundEntry[] = []
  for (const { look, below } of ways(most)) {
    if (found.length >= below) break
    const more = await look(asked)
    found.push(...more.filter(({ id }) => !found.some((one) => one.id === id)))
  }
  return found.slice(0, most)
}

/** One after the other, each while fewer than so many are found. */
const ways = (most: number) => [
  { look: byTitle, below: most },
  { look: withAll, below: most },
  { look: withAny, below: 1 },
  { look: byLetters, below: 1 },
]

interface Asked {
  readonly widgetId: string
  readonly configuration: string
  readonly words: readonly string[]
  readonly most: number
}

/** For `to_tsquery`. What begins with one or two letters is nearly everything. */
function queryOf(words: readonly string[], join: '|' | '&'): string {
  const quoted = words.map((word) => `'${word.replaceAll("'", "''")}'`)
  return quoted.join(` ${join} `) + (words.at(-1)!.length >= 3 ? ':*' : '')
}

type Row = Omit<FoundEntry, 'title'> & { readonly title: string }
const pieces = (rows: readonly Row[]): FoundEntry[] =>
  rows.map((row) => ({ ...row, title: row.title.split(/[\x01\x02]/) }))

/** Ranking whole texts is slow, so no more than these are ranked. */
const mostRanked = 60

const rankedBy = (index: 'words' | 'title', column: string, first: string) => `
  select e.id, e.letters, ts_headline($3::regconfig, e.title, q, E'HighlightAll=true,StartSel=\\x01,StopSel=\\x02') as title
  from to_tsquery($3::regconfig, $2) q, lateral (
    select id, title, letters, ts_rank(words, q) as rank from (
      select item_id as id, title, letters, words from search_entries
      where ${ofWidget(index, '$1')} and ${column} @@ q ${first} limit ${mostRanked}) f
    order by rank desc, id limit $4) e
  order by e.rank desc, e.id`
const titleRanked = rankedBy('title', 'title_words', 'order by ts_rank(title_words, q) desc, item_id')
const textRanked = rankedBy('words', 'words', '')

async function ranked(sql: string, query: string, { widgetId, configuration, most }: Asked) {
  const bind = [widgetId, query, configuration, most]
  return pieces(await db().sequelize.query<Row>(sql, { bind, type: QueryTypes.SELECT }))
}
const byTitle = (asked: Asked) => ranked(titleRanked, queryOf(asked.words, '|'), asked)

const withAll = (asked: Asked) => ranked(textRanked, queryOf(asked.words, '&'), asked)
/** Which of the many that have one of the words are ranked is chance. */
const withAny = (asked: Asked) => ranked(textRanked, queryOf(asked.words, '|'), asked)

/** Titles with a word that is nearly one of those: letters were left out, doubled or swapped. */
async function byLetters({ widgetId, words, most }: Asked): Promise<FoundEntry[]> {
  const long = words.filter((word) => word.length >= 4)
  if (long.length === 0) return []
  const rows = await db().sequelize.query<Row>(
    `select item_id as id, title, letters from search_entries, lateral (select max(word_similarity(w, title)) as near from unnest($2::text[]) w) n
     where ${ofWidget('letters', '$1')} and title %> any($2::text[]) order by near desc, item_id limit $3`,
    { bind: [widgetId, long, most], type: QueryTypes.SELECT },
  )
  return pieces(rows)
}
