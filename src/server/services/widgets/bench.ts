/** Everything the bench needs, in one answer. */
import { Op } from 'sequelize'
import type { BenchShape, NeighbourShape } from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import { anchorSchema } from '@/core/stage/anchor'
import { getKind } from '@/kinds/all'
import { db } from '../../db/db'
import type { Widget } from '../../db/models/widget'
import type { Actor } from '../access/actor'
import { stored } from '../stored'
import { sourcesIn } from './artifacts'
import { getClient } from '../clients/clients'
import { decisionsOf } from '../items/decisionsOf'
import { objectsOf } from './objects'
import { listReleases, releaseFacts } from './releases'
import { listSites } from '../sites/sites'
import { itemsOfSources, listSources } from '../sources/sources'
import { patchesAfter, shapeOf, widgetRow } from './widgets'

const patchesShown = 100

/** @param number - a release to be looked at in the draft's place. @throws ProblemError `missing` */
export async function openBench(actor: Actor, id: string, number?: number): Promise<BenchShape> {
  const row = await widgetRow(actor, id)
  const draft = await shapeOf(row)
  const release = number === undefined ? undefined : await releaseFacts(actor, id, number)
  const widget = release ? { ...draft, settings: release.settings } : draft
  const settings = widget.settings as Settings
  const [owner, sites, sources, items, decisions, releases, patches, objects, neighbours] = await Promise.all(
    [
      getClient(actor, row.clientId),
      listSites(actor, row.clientId),
      listSources(actor, row.clientId),
      itemsOfSources(actor, sourcesIn(settings)),
      decisionsOf(id),
      listReleases(actor, id),
      patchesAfter(id, Math.max(0, row.draftRevision - patchesShown)),
      objectsOf(getKind(row.kind), settings, row.clientId),
      neighboursOf(row),
    ],
  )
  const client = release ? { ...owner, brand: release.brand } : owner
  return {
    client,
    sites,
    neighbours,
    widget,
    sources,
    items: items as BenchShape['items'],
    decisions,
    releases,
    patches,
    objects,
  }
}

/** Where the client's other widgets stand, as far as somebody has chosen it. */
async function neighboursOf({ id, clientId }: Widget): Promise<NeighbourShape[]> {
  const rows = await db().Widget.findAll({
    where: { clientId, deletedAt: null, id: { [Op.ne]: id }, pageId: { [Op.ne]: null } },
    attributes: ['name', 'pageId', 'anchor'],
    order: [['name', 'ASC']],
  })
  return rows.flatMap(({ name, pageId, anchor }) => {
    const at = stored(anchorSchema.nullable(), anchor ?? null, null, 'widgets.anchor')
    return pageId && at ? [{ name, pageId, anchor: at }] : []
  })
}
