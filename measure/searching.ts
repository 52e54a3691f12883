/** Help that comes up while somebody types: 10,000 articles, asked at delivery as an open page asks, letter by letter. */
import { createHash, randomBytes } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { closeDatabase, db } from '../src/server/db/db'
import { callForJson } from './call'
import { line, percentile, type Line } from './measure'
import { apiOf } from './signIn'

const size = { articles: 10_000, wordsEach: 450, titleWords: 7, vocabulary: 20_000, sentences: 60 } as const

/** Numbers from 0 to 1 that come again in each run. */
function numbers(seed: string): () => number {
  let at = 0
  return () =>
    createHash('sha256')
      .update(`${seed} ${(at += 1)}`)
      .digest()
      .readUInt32LE() /
    2 ** 32
}
const syllables = [
  'ba',
  'ter',
  'mi',
  'lo',
  'sen',
  'dra',
  'ko',
  'vel',
  'nu',
  'ris',
  'pan',
  'tho',
  'ge',
  'ful',
  'wy',
  'cra',
]
const endings = ['', 's', 'ed', 'ing', 'er', '']
/** Of a number always the same one. */
const wordOf = (rank: number): string => {
  let rest = rank * 7 + 3
  let word = ''
  do {
    word += syllables[rest % syllables.length]!
    rest = Math.floor(rest / syllables.length)
  } while (rest > 0)
  return word + endings[rank % endings.length]!
}
/** As words of a text are spread, without the hundred that every sentence has: the nth comes 1/(n + 100) as often. */
const rankOf = (share: number) => Math.floor(100 * ((size.vocabulary + 100) / 100) ** share) - 100

export async function searching({ studio, delivery }: { studio: string; delivery: string }): Promise<Line[]> {
  const api = await apiOf(studio)
  const [client] = await api<{ id: string }[]>('GET', '/clients')
  const of = `/clients/${client!.id}`
  const name = `Help to be searched ${randomBytes(3).toString('hex')}`
  const form = await api<{ id: string }>('POST', `${of}/forms`, { name, from: 'question' })
  const source = await api<{ id: string }>('POST', `${of}/catalogues`, { name, type: 'Article' })
  const titles = await fill(source.id)
  const widget = await api<{ id: string; ref: string }>('POST', `${of}/widgets`, {
    kind: 'questions',
    name,
    from: 'page',
  })
  const patch = (path: string, from: unknown, to: unknown) => ({ path, from, to, label: '' })
  await api(
    'PATCH',
    `/widgets/${widget.id}/draft`,
    { patches: [patch('form', '', form.id), patch('sources', [], [source.id])] },
    0,
  )
  const begun = performance.now()
  await api('POST', `/widgets/${widget.id}/releases`, undefined, 1)
  const publishing = performance.now() - begun
  const [indexed] = await db().sequelize.query<{ count: number }>(
    'select count(*)::int as count from search_entries where widget_id = $1',
    { bind: [widget.id], type: QueryTypes.SELECT },
  )
  if (indexed?.count !== size.articles) throw new Error(`${indexed?.count} articles are in the index`)

  const random = numbers('sentences')
  const times: number[] = []
  let found = 0
  for (let at = -5; at < size.sentences; at += 1) {
    // Most of the words stand in the title of one article; the others are any words.
    const title = titles[Math.floor(random() * titles.length)]!.split(' ')
    const words = title.map((word) => (random() < 0.7 ? word : wordOf(rankOf(random()))))
    const sentence = words.slice(0, 3 + Math.floor(random() * 4)).join(' ')
    for (let end = 4; end <= sentence.length; end += 4) {
      const query = encodeURIComponent(JSON.stringify({ typed: sentence.slice(0, end) }))
      const from = performance.now()
      const { articles } = await callForJson<{ articles: unknown[] }>(
        `${delivery}/x/${widget.ref}/help?q=${query}`,
        { from: `127.3.0.${at + 10}` },
      )
      if (at < 0) continue
      times.push(performance.now() - from)
      found += Math.min(1, articles.length)
    }
  }
  const catalogue = await byChoice(delivery, api, of, source.id, titles)
  await closeDatabase()
  if (found < times.length / 2) throw new Error(`only ${found} of ${times.length} found something`)
  return [
    line(
      `help that fits, of ${size.articles.toLocaleString('en')} articles, ${times.length} asked while typing: whole answer, p95`,
      percentile(times, 0.95),
      'ms',
      ['<=', 100],
    ),
    line(
      `publishing with ${size.articles.toLocaleString('en')} articles in its index`,
      publishing / 1000,
      's',
      ['<=', 30],
    ),
    ...catalogue,
  ]
}

/** The same articles as a catalogue: words, choices and both, drawn by delivery. */
async function byChoice(
  delivery: string,
  api: Awaited<ReturnType<typeof apiOf>>,
  of: string,
  sourceId: string,
  titles: readonly string[],
): Promise<Line[]> {
  const widget = await api<{ id: string; ref: string }>('POST', `${of}/widgets`, {
    kind: 'search',
    name: `Catalogue ${randomBytes(3).toString('hex')}`,
    from: 'index',
  })
  const patches = [{ path: 'sources', from: [], to: [sourceId], label: '' }]
  await api('PATCH', `/widgets/${widget.id}/draft`, { patches }, 0)
  await api('POST', `/widgets/${widget.id}/releases`, undefined, 1)
  const random = numbers('catalogue')
  const times: number[] = []
  let found = 0
  for (let at = -5; at < 200; at += 1) {
    const title = titles[Math.floor(random() * titles.length)]!.split(' ')
    const words = at % 3 === 0 ? '' : title.slice(0, 1 + Math.floor(random() * 2)).join(' ')
    const chosen =
      at % 3 === 1 ? [] : [choiceOf(0, Math.floor(random() * 8)), choiceOf(1, Math.floor(random() * 8))]
    const query = encodeURIComponent(JSON.stringify({ words, chosen: chosen.slice(0, 1 + (at % 2)) }))
    const from = performance.now()
    const { total } = await callForJson<{ total: number }>(`${delivery}/x/${widget.ref}/find?q=${query}`, {
      from: `127.3.1.${(at % 200) + 10}`,
    })
    if (at < 0) continue
    times.push(performance.now() - from)
    found += Math.min(1, total)
  }
  if (found < times.length / 2) throw new Error(`only ${found} of ${times.length} found something`)
  return [
    line(
      `a catalogue of ${titles.length.toLocaleString('en')} by words and choices, with counts: whole answer, p95`,
      percentile(times, 0.95),
      'ms',
      ['<=', 100],
    ),
  ]
}
const choiceOf = (heading: number, value: number) => `list|Heading ${heading}|Choice ${value}`

/** @returns the titles */
async function fill(sourceId: string): Promise<string[]> {
  const random = numbers('articles')
  const some = (count: number) => Array.from({ length: count }, () => wordOf(rankOf(random()))).join(' ')
  const titles = Array.from({ length: size.articles }, () => some(size.titleWords))
  const each = 1_000
  for (let from = 0; from < size.articles; from += each) {
    const rows = titles.slice(from, from + each).map((title, at) => {
      const id = `${sourceId}/${from + at}`
      const facts = {
        type: 'Article',
        id,
        source: sourceId,
        sourceName: 'Help',
        name: title,
        text: some(size.wordsEach),
        image: [],
        keywords: [],
        lists: [0, 1, 2].map((heading) => `Heading ${heading} / Choice ${Math.floor(random() * 8)}`),
      }
      return { id, position: from + at, facts }
    })
    await db().sequelize.query(
      `insert into items (id, source_id, position, facts, raw, sanitiser_version)
       select id, $1, position, facts, '{}', 1 from jsonb_to_recordset($2::jsonb) as r(id text, position int, facts jsonb)`,
      { bind: [sourceId, JSON.stringify(rows)] },
    )
  }
  await db().sequelize.query('analyze items')
  return titles
}
