/** The studio's pages with 1,000 clients, 20,000 widgets and 2 million items: how long the server takes for each, in turns. */
import { randomUUID } from 'node:crypto'
import { QueryTypes } from 'sequelize'
import { feed } from '../src/kinds/feed/kind'
import { defaultsOf } from '../src/core/settings/settings'
import { closeDatabase, db } from '../src/server/db/db'
import { line, percentile, type Line } from './measure'
import { signIn } from './signIn'

const size = { clients: 1_000, widgetsEach: 20, sourcesEach: 2, itemsEach: 1_000 } as const
const visits = 40

export async function scale(studio: string): Promise<Line[]> {
  await fill()
  const cookie = await signIn(studio)
  const ids = async (table: 'clients' | 'sources' | 'widgets', where: string) =>
    (
      await db().sequelize.query<{ id: string }>(
        `select id from ${table} where ${where} order by md5(id::text) limit ${visits}`,
        { type: QueryTypes.SELECT },
      )
    ).map((row) => row.id)
  const [clients, sources, widgets] = [
    await ids('clients', `name like 'Scale %'`),
    await ids('sources', `label like 'Scale %'`),
    await ids('widgets', `name like 'Scale %'`),
  ]
  const pages: Readonly<Record<string, (at: number) => string | readonly string[]>> = {
    'all clients': () => '/',
    'a client': (at) => `/clients/${clients[at]}`,
    'a brand': (at) => `/clients/${clients[at]}/brand`,
    'a source': (at) => `/sources/${sources[at]}`,
    'the bench': (at) => `/widgets/${widgets[at]}`,
    'the sorting table and its items': (at) => [
      `/widgets/${widgets[at]}/table`,
      `/api/v1/widgets/${widgets[at]}/table`,
    ],
  }
  const lines: Line[] = []
  for (const [name, pathOf] of Object.entries(pages)) {
    const times: number[] = []
    // The first few warm what any server has warm.
    for (let at = -5; at < visits; at += 1) {
      const begun = performance.now()
      for (const path of [pathOf(Math.abs(at))].flat()) {
        const answer = await fetch(studio + path, { headers: { cookie } })
        await answer.arrayBuffer()
        if (answer.status !== 200) throw new Error(`${name} answered ${answer.status}`)
      }
      if (at >= 0) times.push(performance.now() - begun)
    }
    lines.push(
      line(
        `${name}, of 1,000 clients, 20,000 widgets, 2 million items: whole answer, p95`,
        percentile(times, 0.95),
        'ms',
        ['<=', 300],
      ),
    )
  }
  await closeDatabase()
  return lines
}

/** By statements that make many rows, and vacuumed, which the database would do meanwhile: what is measured is the reading. */
async function fill(): Promise<void> {
  const { sequelize } = db()
  const agency = (
    await db().User.findOne({ where: { email: 'designer@fernhollow.example' }, rejectOnEmpty: true })
  ).agencyId
  const brand = JSON.stringify((await db().Client.findOne({ rejectOnEmpty: true })).brand)
  const settings = JSON.stringify({ ...defaultsOf(feed.fields), ...feed.startingPoints[0]!.settings })
  const publisher = (await db().User.findOne({ rejectOnEmpty: true })).id
  await sequelize.query(
    `insert into clients (id, agency_id, name, locale, time_zone, brand) select gen_random_uuid(), $1, 'Scale ' || n, 'en', 'UTC', $2::jsonb from generate_series(1, ${size.clients}) n`,
    { bind: [agency, brand] },
  )
  await sequelize.query(`insert into sources (id, client_id, agency_id, address, label, reader, feed, problems, interval_minutes, next_at, checked_at, changed_at)
    select gen_random_uuid(), c.id, c.agency_id, 'https://scale.example/' || c.name || '/' || n, 'Scale ' || n, 'rss', '{}', '[]', 600, now() + interval '1 day', now(), now() from clients c, generate_series(1, ${size.sourcesEach}) n where c.name like 'Scale %'`)
  await sequelize.query(
    `insert into widgets (id, client_id, agency_id, ref, name, kind, kind_version, settings)
    select gen_random_uuid(), c.id, c.agency_id, 's' || substr(md5(c.id::text || n), 1, 11), 'Scale ' || n, 'feed', 1, $1::jsonb || jsonb_build_object('sources', (select jsonb_agg(s.id) from sources s where s.client_id = c.id)) from clients c, generate_series(1, ${size.widgetsEach}) n where c.name like 'Scale %'`,
    { bind: [settings] },
  )
  await sequelize.query(
    `insert into uses (widget_id, role, used_id) select w.id, 'sources', s::uuid from widgets w, jsonb_array_elements_text(w.settings -> 'sources') s where w.name like 'Scale %'`,
  )
  await sequelize.query(
    `insert into releases (id, widget_id, number, kind_version, settings, brand, published_by) select gen_random_uuid(), w.id, 1, 1, w.settings, $1::jsonb, $2 from widgets w where w.name like 'Scale %'`,
    { bind: [brand, publisher] },
  )
  await sequelize.query(
    `update widgets w set live_release_id = r.id from releases r where r.widget_id = w.id and w.name like 'Scale %'`,
  )
  const mark = randomUUID()
  for (let from = 0; from < size.itemsEach; from += 250) {
    await sequelize.query(`insert into items (id, source_id, position, facts, raw, sanitiser_version)
      select s.id || '/' || n, s.id, n, jsonb_build_object('type', 'Article', 'id', s.id || '/' || n, 'source', s.id, 'sourceName', s.label, 'url', 'https://scale.example/' || n, 'name', 'Entry number ' || n || ' ${mark}', 'text', repeat('Words about pots and plates. ', 5), 'image', '[]'::jsonb, 'keywords', '["pots"]'::jsonb, 'datePublished', to_char(now() - n * interval '1 hour', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')), '{}', 1
      from sources s, generate_series(${from + 1}, ${from + 250}) n where s.label like 'Scale %'`)
  }
  await sequelize.query('vacuum analyze')
}
