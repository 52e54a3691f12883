/** Keeps sounds of a client. Any of its switchboards can play them, so that one is uploaded or recorded once. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { SoundShape } from '@/core/api/shapes'
import { problem, ProblemError } from '@/core/problems'
import { mostGreetingSeconds, secondsOfWav } from '@/core/ring/wav'
import { db } from '../../db/db'
import { env } from '../../env'
import { isSigned, signatureOf } from '../../signatures'
import { demandAnswering, found, withinOf, type Anybody } from '../access/actor'
import { demandClient } from '../clients/clientRow'

const purpose = 'sounds'
const most = 40
export const soundPath = /^\/s\/([0-9a-f-]{36})\/([\w-]{22})\.wav$/

/** For the exchange: whoever has the address hears it, and nothing else. */
export const soundLink = (id: string): string =>
  `${env().YIMBLE_DELIVERY_URL}/s/${id}/${signatureOf(purpose, id)}.wav`

const columns = 's.id, s.client_id as "clientId", s.name, s.seconds'

export async function listSounds(actor: Anybody, clientId: string): Promise<SoundShape[]> {
  await demandClient(actor, clientId)
  return db().sequelize.query<SoundShape>(
    `select ${columns} from sounds s where s.client_id = $1 order by s.created_at desc`,
    { bind: [clientId], type: QueryTypes.SELECT },
  )
}

/** @param data - WAV as base64 @throws ProblemError `no_sound`, `missing` */
export async function addSound(
  actor: Anybody,
  clientId: string,
  { name, data }: { readonly name: string; readonly data: string },
): Promise<SoundShape> {
  demandAnswering(actor)
  await demandClient(actor, clientId)
  const bytes = Buffer.from(data, 'base64')
  const seconds = secondsOfWav(bytes)
  if (!seconds || seconds > mostGreetingSeconds + 1)
    throw new ProblemError(problem('no_sound', { name, seconds: mostGreetingSeconds }))
  const [row] = await db().sequelize.query<SoundShape>(
    `insert into sounds as s (agency_id, client_id, name, seconds, bytes)
     select $1, $2, $3, $4, $5 where (select count(*) from sounds where client_id = $2) < ${most} returning ${columns}`,
    { bind: [actor.agencyId, clientId, name, seconds, bytes], type: QueryTypes.SELECT },
  )
  if (!row)
    throw new ProblemError(
      problem('input_invalid', { where: 'The sound', why: `a client keeps up to ${most}` }),
    )
  return row
}

/** @throws ProblemError `sound_used` while a switchboard plays it */
export async function deleteSound(actor: Anybody, id: string): Promise<void> {
  demandAnswering(actor)
  const { agencyId, clientId } = withinOf(actor)
  const [row] = await db().sequelize.query<{ name: string; switchboards: string | null }>(
    `select s.name, (select string_agg(b.name, ', ' order by b.name) from switchboards b where b.client_id = s.client_id and b.body->'greeting'->>'id' = s.id::text) as switchboards
     from sounds s where s.id = $1 and s.agency_id = $2 and ($3::uuid is null or s.client_id = $3)`,
    { bind: [id, agencyId, clientId ?? null], type: QueryTypes.SELECT },
  )
  const { name, switchboards } = found(row ?? null, 'sound')
  if (switchboards) throw new ProblemError(problem('sound_used', { name, switchboards }))
  await db().sequelize.query('delete from sounds where id = $1', { bind: [id] })
}

/** @throws ProblemError `missing` */
export async function soundIsTheirs(clientId: string, id: string, transaction: Transaction): Promise<void> {
  const [row] = await db().sequelize.query<{ id: string }>(
    'select id from sounds where id = $1 and client_id = $2',
    { bind: [id, clientId], type: QueryTypes.SELECT, transaction },
  )
  found(row ?? null, 'sound')
}

/** @throws ProblemError `missing` */
export async function readSound(actor: Anybody, id: string): Promise<Buffer> {
  const { agencyId, clientId } = withinOf(actor)
  const [row] = await db().sequelize.query<{ bytes: Buffer }>(
    'select bytes from sounds where id = $1 and agency_id = $2 and ($3::uuid is null or client_id = $3)',
    { bind: [id, agencyId, clientId ?? null], type: QueryTypes.SELECT },
  )
  return found(row ?? null, 'sound').bytes
}

/** @returns undefined where the signature is none of ours, or the sound is gone */
export async function signedSound(id: string, signature: string): Promise<Buffer | undefined> {
  if (!isSigned(purpose, id, signature)) return undefined
  const [row] = await db().sequelize.query<{ bytes: Buffer }>('select bytes from sounds where id = $1', {
    bind: [id],
    type: QueryTypes.SELECT,
  })
  return row?.bytes
}
