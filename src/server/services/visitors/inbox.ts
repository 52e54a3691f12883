/** The inbox: what visitors sent, newest first; sorted by hand into new, open, waiting, done, and junk. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { InboxShape, SubmissionShape } from '@/core/api/shapes'
import { getKind } from '@/kinds/all'
import { db, inTransaction } from '../../db/db'
import { escapeLike } from '../../db/escapeLike'
import type { Submission } from '../../db/models/submission'
import { answersByKind } from '../../visitors/all'
import { describe, VisitorError } from '../../visitors/problems'
import { widgetFactsById } from '../../visitors/widgetFacts'
import { demandAnswering, found, withinOf, type Anybody } from '../access/actor'
import { announceVisit } from './announceVisit'
import { addMessage } from './messages'

export interface InboxQuery {
  readonly state: Submission['state'] | 'junk' | 'all'
  readonly clientId?: string
  readonly widgetId?: string
  /** Id of a kind of widgets. */
  readonly kind?: string
  /** Anywhere in what was sent. */
  readonly words?: string
  /** So many of the newest. */
  readonly most?: number
}

const usual = 200
const mostWidgets = 500
/** Rows of an export. */
const mostExported = 10_000

export type Row = Omit<SubmissionShape, 'sentAt'> & { readonly sentAt: Date }

export const selected = `select s.id, s.client_id as "clientId", c.name as "clientName", s.widget_id as "widgetId", w.name as "widgetName",
  s.kind, s.action, s.talk is not null as "isTalk", s.told as answers, s.sender, s.page, s.release, s.junk, s.state, s.sent_at as "sentAt", s.assigned_to as "assignedTo",
  (select coalesce(jsonb_agg(jsonb_build_object('id', m.id, 'kind', m.kind, 'who', coalesce(u.name, m.sender), 'text', m.text, 'files', m.files, 'at', m.at) order by m.n), '[]')
   from messages m left join users u on u.id = m.author_id where m.submission_id = s.id) as messages,
  (select jsonb_build_object('sourceId', p.source_id, 'source', o.label, 'isWaiting', coalesce(i.waiting, true))
   from posted_entries p join sources o on o.id = p.source_id left join items i on i.id = p.item_id where p.submission_id = s.id) as entry,
  (s.page <> '' and not exists (select 1 from sites t where t.client_id = s.client_id and (s.page = t.url or starts_with(s.page, rtrim(t.url, '/') || '/')))) as "isElsewhere"
  from submissions s join clients c on c.id = s.client_id join widgets w on w.id = s.widget_id`

const ofClient = `s.agency_id = $1 and ($2::uuid is null or s.client_id = $2)`
const ofWidgets = `($3::uuid is null or s.widget_id = $3) and ($4::text is null or s.kind = $4)`
/** For `ofClient`: a client's own people see theirs, whichever they ask for. */
const bound = ({ agencyId, clientId: own }: Anybody, asked?: string) => [agencyId, own ?? asked ?? null]

export const shapeOf = (row: Row): SubmissionShape => ({ ...row, sentAt: row.sentAt.toISOString() })

/** Of the agency; of one client where it is named. */
export async function readInbox(actor: Anybody, query: InboxQuery): Promise<InboxShape> {
  const counts = await db().sequelize.query<{ state: string; count: number }>(
    `select case when s.junk is null then s.state else 'junk' end as state, count(*)::int as count from submissions s where ${ofClient} and ${ofWidgets} group by 1`,
    {
      bind: [...bound(actor, query.clientId), query.widgetId ?? null, query.kind ?? null],
      type: QueryTypes.SELECT,
    },
  )
  return {
    widgets: await widgetsThatSent(actor, query.clientId),
    submissions: await matching(actor, query, query.most ?? usual),
    counts: Object.fromEntries(counts.map(({ state, count }) => [state, count])),
  }
}

/** By client and name. */
async function widgetsThatSent(actor: Anybody, clientId: string | undefined): Promise<InboxShape['widgets']> {
  const rows = await db().sequelize.query<Omit<InboxShape['widgets'][number], 'kindLabel'>>(
    `select w.id, w.name, w.kind, w.client_id as "clientId" from widgets w join clients c on c.id = w.client_id
     where w.id in (select s.widget_id from submissions s where ${ofClient}) order by lower(c.name), lower(w.name), w.id limit ${mostWidgets}`,
    { bind: bound(actor, clientId), type: QueryTypes.SELECT },
  )
  return rows.map((row) => ({ ...row, kindLabel: getKind(row.kind).label }))
}

/** As the inbox shows them, as many as a file may hold. */
export const exportInbox = (actor: Anybody, query: InboxQuery): Promise<SubmissionShape[]> =>
  matching(actor, query, mostExported)

async function matching(
  actor: Anybody,
  { clientId, widgetId, kind, state, words = '' }: InboxQuery,
  limit: number,
): Promise<SubmissionShape[]> {
  const rows = await db().sequelize.query<Row>(
    `${selected} where ${ofClient} and ${ofWidgets}
       and ($5 = 'all' or ($5 = 'junk' and s.junk is not null) or ($5 = s.state and s.junk is null))
       and ($6 = '' or s.told::text ilike '%' || $6 || '%' or exists (select 1 from messages m where m.submission_id = s.id and m.text ilike '%' || $6 || '%'))
     order by s.sent_at desc, s.id limit ${limit}`,
    {
      bind: [...bound(actor, clientId), widgetId ?? null, kind ?? null, state, escapeLike(words)],
      type: QueryTypes.SELECT,
    },
  )
  return rows.map(shapeOf)
}

/** Within the agency. @throws ProblemError `missing` */
export async function getSubmission(actor: Anybody, id: string): Promise<SubmissionShape> {
  const [row] = await db().sequelize.query<Row>(`${selected} where ${ofClient} and s.id = $3`, {
    bind: [...bound(actor), id],
    type: QueryTypes.SELECT,
  })
  return shapeOf(found(row ?? null, 'submission'))
}

/** Whether it is the agency's, without reading all of it. @throws ProblemError `missing` */
export async function demandSubmission(actor: Anybody, id: string): Promise<void> {
  found(
    await db().Submission.findOne({ where: { id, ...withinOf(actor) }, attributes: ['id'] }),
    'submission',
  )
}

/**
 * Sorts several. What is no junk after all is carried out as if it had just come, unless it was carried out before: somebody marked it
 * by hand. What can no longer be carried out, such as a booking of a time that is taken by now, is no junk all the same; a note says so.
 * @throws ProblemError `missing` when one of them is not the agency's; then none is changed
 */
export async function sortSubmissions(
  actor: Anybody,
  ids: readonly string[],
  change: { readonly state?: Submission['state']; readonly isJunk?: boolean },
): Promise<void> {
  demandAnswering(actor)
  await inTransaction(async (transaction) => {
    for (const id of [...new Set(ids)].sort()) {
      const row = found(
        await db().Submission.findOne({
          where: { id, ...withinOf(actor) },
          transaction,
          lock: true,
        }),
        'submission',
      )
      const junk = change.isJunk === undefined ? row.junk : change.isJunk ? (row.junk ?? byHand) : null
      const isDue = row.junk !== null && junk === null && !row.carriedOut
      await row.update(
        { junk, ...(change.state ? { state: change.state } : {}), changedAt: new Date() },
        { transaction },
      )
      if (isDue) await carryOut(row, transaction)
    }
  })
}

/** What should have followed when it came. */
async function carryOut(row: Submission, transaction: Transaction): Promise<void> {
  const widget = await widgetFactsById(row.widgetId, transaction)
  const { actions, handlers } = answersByKind[row.kind] ?? {}
  // Kept as it was sent: what may be sent since then has what it is by default.
  const body = actions?.[row.action]?.takes.safeParse(row.body)
  if (!widget || !handlers || !body?.success) return
  const kept = {
    transaction,
    submissionId: row.id,
    n: 0,
    tale: { told: row.told, sender: row.sender ?? undefined },
  }
  await db().sequelize.query('savepoint carry_out', { transaction })
  try {
    await handlers[row.action]!(body.data, {
      widget,
      page: row.page,
      suspicion: undefined,
      kept,
      spend: () => undefined,
    })
    await announceVisit(widget, row.page, kept)
    await row.update({ carriedOut: true }, { transaction })
  } catch (error) {
    if (!(error instanceof VisitorError)) throw error
    await db().sequelize.query('rollback to savepoint carry_out', { transaction })
    const text = `It is no junk, but what was asked for could not be done any more: ${describe(error, 'en').detail}`
    await addMessage({ submissionId: row.id, kind: 'note', text }, transaction)
  }
}
const byHand = 'Marked as junk by hand.'
