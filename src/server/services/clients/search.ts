/** Finds clients, widgets and sources of an agency by their names. */
import { QueryTypes } from 'sequelize'
import type { FoundShape } from '@/core/api/shapes'
import { db } from '../../db/db'
import { escapeLike } from '../../db/escapeLike'
import type { Actor } from '../access/actor'

const mostEach = 8
const mostWords = 6

/** What begins with the first word comes first. Every word must be in the name, or in that of the client it belongs to. Without words: what was worked on last. */
export async function search(actor: Actor, written: string): Promise<FoundShape[]> {
  const patterns = written
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, mostWords)
    .map((word) => `%${escapeLike(word)}%`)
  return db().sequelize.query<FoundShape>(
    `(select 'client' as type, c.id, c.name, c.name as client, c.id as "clientId" from clients c where c.agency_id = $1 and c.name ilike all($2::text[]) order by c.name ilike $3 desc, c.name limit ${mostEach})
     union all
     (select 'widget', w.id, w.name, c.name, c.id from widgets w join clients c on c.id = w.client_id where w.agency_id = $1 and w.deleted_at is null and w.name || ' ' || c.name ilike all($2::text[]) order by w.name ilike $3 desc, (w.name ilike all($2::text[])) desc, w.updated_at desc limit ${mostEach})
     union all
     (select 'source', s.id, s.label, c.name, c.id from sources s join clients c on c.id = s.client_id where s.agency_id = $1 and s.label || ' ' || c.name ilike all($2::text[]) order by s.label ilike $3 desc, (s.label ilike all($2::text[])) desc, s.label limit ${mostEach})`,
    {
      bind: [actor.agencyId, patterns, (patterns[0] ?? '%').replace(/^%(?=.)/, '')],
      type: QueryTypes.SELECT,
    },
  )
}
