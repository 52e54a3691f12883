/** Lists of a client that people sign up to. */
import { QueryTypes } from 'sequelize'
import type { ListShape, SubscriberShape } from '@/core/api/shapes'
import { getConnector } from '../../connectors/all'
import { db } from '../../db/db'
import { leaveLink } from './subscribers'
import { demand, found, mayAnswer, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { named } from '../clients/named'
import { dueOf } from './carryingDue'

const place = `l.connection_id || '/' || l.target`
const counted = `select l.id, l.client_id as "clientId", l.name, l.created_at as "createdAt",
  count(*) filter (where s.state = 'asked')::int as asked, count(*) filter (where s.state = 'confirmed')::int as confirmed,
  count(*) filter (where s.state = 'left')::int as "left",
  case when l.connection_id is not null then jsonb_build_object('connectionId', l.connection_id, 'service', (select n.connector from connections n where n.id = l.connection_id),
    'key', l.target, 'label', l.target_label, 'trouble', l.trouble,
    'waiting', (select count(*)::int from subscribers where ${dueOf('l.id', place)}),
    'carried', (count(*) filter (where s.carried_to = ${place} and s.carried_state = 'confirmed' and s.refused is null))::int,
    'refused', (count(*) filter (where s.carried_to = ${place} and s.refused is not null))::int) end as destination
  from lists l left join subscribers s on s.list_id = l.id`

type Row = Omit<ListShape, 'createdAt'> & { readonly createdAt: Date }
const shapeOf = ({ createdAt, destination, ...row }: Row): ListShape => ({
  ...row,
  createdAt: createdAt.toISOString(),
  destination: destination && { ...destination, service: getConnector(destination.service).label },
})

export async function listLists(actor: Actor, clientId: string): Promise<ListShape[]> {
  await clientRow(actor, clientId)
  const rows = await db().sequelize.query<Row>(
    `${counted} where l.client_id = $1 group by l.id order by lower(l.name)`,
    { bind: [clientId], type: QueryTypes.SELECT },
  )
  return rows.map(shapeOf)
}

/** Within the agency. @throws ProblemError `missing` */
export async function getList(actor: Actor, id: string): Promise<ListShape> {
  const [row] = await db().sequelize.query<Row>(
    `${counted} where l.id = $1 and l.agency_id = $2 group by l.id`,
    { bind: [id, actor.agencyId], type: QueryTypes.SELECT },
  )
  return shapeOf(found(row ?? null, 'list'))
}

/** @throws ProblemError `list_named` when the client has one of that name */
export async function createList(actor: Actor, clientId: string, name: string): Promise<ListShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const facts = { agencyId: actor.agencyId, clientId: client.id, name }
  const { id } = await named('list', name, () => db().List.create(facts))
  return getList(actor, id)
}

/** Everybody who ever asked, newest first, each with the link that ends it for those who may act. */
export async function listSubscribers(actor: Actor, id: string): Promise<SubscriberShape[]> {
  await getList(actor, id)
  const rows = await db().Subscriber.findAll({
    where: { listId: id },
    order: [
      ['askedAt', 'DESC'],
      ['id', 'ASC'],
    ],
  })
  return rows.map(
    ({ id: subscriberId, email, state, consent, page, locale, askedAt, confirmedAt, leftAt }) => ({
      email,
      state,
      consent,
      page,
      locale,
      askedAt: askedAt.toISOString(),
      confirmedAt: confirmedAt?.toISOString() ?? null,
      leftAt: leftAt?.toISOString() ?? null,
      leaveUrl: mayAnswer(actor) ? leaveLink(subscriberId) : '',
    }),
  )
}
