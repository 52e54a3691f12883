/** Notes what a draft or a release uses: for each role of its kind, the objects that are chosen. */
import type { Transaction } from 'sequelize'
import type { Settings } from '@/core/settings/field'
import { chosenFor, type Kind } from '@/kinds/contract'
import { db } from '../../db/db'

/** @param releaseId - null for the draft */
export async function noteUses(
  kind: Kind,
  settings: Settings,
  widgetId: string,
  releaseId: string | null,
  transaction?: Transaction,
): Promise<void> {
  const uses = Object.keys(kind.intake).flatMap((role) =>
    chosenFor(role, settings).map((usedId) => ({ role, usedId })),
  )
  await db().sequelize.query(
    `with gone as (delete from uses where widget_id = $1 and release_id is not distinct from $2::uuid and (role, used_id) not in (select role, used_id from jsonb_to_recordset($3::jsonb) as u(role text, used_id uuid)))
     insert into uses (widget_id, release_id, role, used_id) select $1, $2::uuid, role, used_id from jsonb_to_recordset($3::jsonb) as u(role text, used_id uuid) on conflict do nothing`,
    {
      bind: [
        widgetId,
        releaseId,
        JSON.stringify(uses.map(({ role, usedId }) => ({ role, used_id: usedId }))),
      ],
      transaction,
    },
  )
}
