/** Everything the bench needs, in one answer. */
import type { BenchShape } from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import type { Actor } from './actor'
import { sourcesIn } from './artifacts'
import { getClient } from './clients'
import { decisionsOf } from './decisionsOf'
import { listReleases } from './releases'
import { listSites } from './sites'
import { itemsOfSources, listSources } from './sources'
import { patchesAfter, shapeOf, widgetRow } from './widgets'

const patchesShown = 100

export async function openBench(actor: Actor, id: string): Promise<BenchShape> {
  const row = await widgetRow(actor, id)
  const widget = await shapeOf(row)
  const [client, sites, sources, items, decisions, releases, patches] = await Promise.all([
    getClient(actor, row.clientId),
    listSites(actor, row.clientId),
    listSources(actor, row.clientId),
    itemsOfSources(actor, sourcesIn(widget.settings as Settings)),
    decisionsOf(id),
    listReleases(actor, id),
    patchesAfter(id, Math.max(0, row.draftRevision - patchesShown)),
  ])
  return { client, sites, widget, sources, items: items as BenchShape['items'], decisions, releases, patches }
}
