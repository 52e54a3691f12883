/** Everything the bench needs, in one answer. */
import type { BenchShape } from '@/core/api/shapes'
import type { Settings } from '@/core/settings/field'
import { getKind } from '@/kinds/all'
import type { Actor } from '../access/actor'
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
  const [owner, sites, sources, items, decisions, releases, patches, objects] = await Promise.all([
    getClient(actor, row.clientId),
    listSites(actor, row.clientId),
    listSources(actor, row.clientId),
    itemsOfSources(actor, sourcesIn(settings)),
    decisionsOf(id),
    listReleases(actor, id),
    patchesAfter(id, Math.max(0, row.draftRevision - patchesShown)),
    objectsOf(getKind(row.kind), settings, row.clientId),
  ])
  const client = release ? { ...owner, brand: release.brand } : owner
  return {
    client,
    sites,
    widget,
    sources,
    items: items as BenchShape['items'],
    decisions,
    releases,
    patches,
    objects,
  }
}
