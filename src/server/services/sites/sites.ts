/** Sites of a client, their pages and slots, and the snapshots of pages that the stage shows. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import type { PageShape, SiteShape } from '@/core/api/shapes'
import { problem } from '@/core/problems'
import { decode } from '@/core/readers/decode'
import { fail, ok, type Result } from '@/core/result'
import { getPlatform } from '@/core/snippet/platforms'
import type { ClientPage } from '@/core/stage/clientPage'
import { db, inTransaction } from '../../db/db'
import type { Page } from '../../db/models/page'
import { fetchAddress, refusalOf } from '../../fetch/fetchAddress'
import { tryPasted } from '../../fetch/pasted'
import { demand, found, valueOf, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { preparePage } from './preparePage'
import { stored } from '../stored'

export async function listSites(actor: Actor, clientId: string): Promise<SiteShape[]> {
  const client = await clientRow(actor, clientId)
  const sites = await db().Site.findAll({ where: { clientId: client.id }, order: [['name', 'ASC']] })
  const pages = await db().Page.findAll({
    where: { siteId: sites.map((row) => row.id) },
    order: [['name', 'ASC']],
  })
  return sites.map(({ id, name, url, platform }) => ({
    id,
    name,
    url,
    platform: getPlatform(platform).id,
    pages: pages.filter((page) => page.siteId === id).map(pageShape),
  }))
}

const pageShape = ({ id, name, url, slots, snapshotId }: Page): PageShape => ({
  id,
  name,
  url,
  slots: stored(z.array(shapes.slot), slots, [], 'pages.slots'),
  snapshotId,
})

/** Keeps a site and its first page, fetched for the stage. Nothing is kept when the page can't be fetched. */
export async function addSite(
  actor: Actor,
  clientId: string,
  input: { address: string; name?: string; platform: string },
): Promise<SiteShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const { url, page } = valueOf(await fetchPage(input.address))
  const id = await inTransaction(async (transaction) => {
    const site = await db().Site.create(
      {
        clientId: client.id,
        name: input.name ?? (page.title || new URL(url).host),
        url,
        platform: input.platform,
      },
      { transaction },
    )
    await keepPage(site.id, url, page, transaction)
    return site.id
  })
  return found(
    (await listSites(actor, clientId)).find((site) => site.id === id),
    'site',
  )
}

export async function addPage(actor: Actor, siteId: string, input: { address: string }): Promise<PageShape> {
  demand(actor, 'designer')
  const site = await siteRow(actor, siteId)
  const { url, page } = valueOf(await fetchPage(input.address))
  return pageShape(await inTransaction((transaction) => keepPage(site.id, url, page, transaction)))
}

async function keepPage(
  siteId: string,
  url: string,
  page: ClientPage,
  transaction: import('sequelize').Transaction,
): Promise<Page> {
  const row = await db().Page.create(
    { siteId, name: page.title || new URL(url).pathname, url, slots: page.slots },
    { transaction },
  )
  const snapshot = await db().Snapshot.create(
    { pageId: row.id, html: page.html, fetchedAt: new Date() },
    { transaction },
  )
  return row.update({ snapshotId: snapshot.id }, { transaction })
}

/** Fetches the page again, as it is now. A page that can't be fetched keeps the snapshot it has. */
export async function refreshPage(actor: Actor, pageId: string): Promise<PageShape> {
  demand(actor, 'designer')
  const row = found(await db().Page.findByPk(pageId), 'page')
  await siteRow(actor, row.siteId, 'page')
  const { page } = valueOf(await fetchPage(row.url))
  return inTransaction(async (transaction) => {
    const snapshot = await db().Snapshot.create(
      { pageId, html: page.html, fetchedAt: new Date() },
      { transaction },
    )
    return pageShape(await row.update({ slots: page.slots, snapshotId: snapshot.id }, { transaction }))
  })
}

async function fetchPage(address: string): Promise<Result<{ url: string; page: ClientPage }>> {
  const tried = await tryPasted(address, readPage)
  return tried.ok ? ok(tried.value.value) : tried
}

async function readPage(address: string): Promise<Result<{ url: string; page: ClientPage }>> {
  const fetched = await fetchAddress({ url: address, accept: 'text/html, */*;q=0.5' })
  if (!fetched.ok) return fetched
  const { status, url, bytes, contentType } = fetched.value
  if (status !== 200) return fail(refusalOf(status, url))
  if (!/html/i.test(contentType))
    return fail(problem('input_invalid', { where: 'Address', why: `${url} is no web page` }))
  const page = await preparePage(decode(bytes, { contentType }).text, url)
  return page ? ok({ url, page }) : fail(problem('page_too_complex', { url }))
}

/** Foreign sites answer as absent ones do; `what` is what the caller was asked for. */
async function siteRow(actor: Actor, siteId: string, what = 'site') {
  const site = found(await db().Site.findByPk(siteId), what)
  found(await db().Client.findOne({ where: { id: site.clientId, agencyId: actor.agencyId } }), what)
  return site
}

export async function changeSite(
  actor: Actor,
  siteId: string,
  input: { name?: string; platform?: string },
): Promise<SiteShape> {
  demand(actor, 'designer')
  const site = await (await siteRow(actor, siteId)).update(input)
  return found(
    (await listSites(actor, site.clientId)).find((one) => one.id === siteId),
    'site',
  )
}

/** Takes a site away with its pages. Widgets that stand there stay as they are, without a page on the bench. */
export async function removeSite(actor: Actor, siteId: string): Promise<void> {
  demand(actor, 'designer')
  await (await siteRow(actor, siteId)).destroy()
}

/** Takes a page away; widgets that stand there stay as they are. */
export async function removePage(actor: Actor, pageId: string): Promise<void> {
  demand(actor, 'designer')
  const row = found(await db().Page.findByPk(pageId), 'page')
  await siteRow(actor, row.siteId, 'page')
  await row.destroy()
}
