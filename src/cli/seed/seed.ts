/** The demo world: two agencies, made-up clients, their sites, and widgets that are live on them. Does nothing when it is there. */
import { db } from '../../server/db/db'
import { importPlaces } from '../../server/services/clients/places'
import { addSource } from '../../server/services/sources/sources'
import { changeDraft, createWidget } from '../../server/services/widgets/widgets'
import { seedBakery } from './bakery'
import { brands, county } from './data'
import { seedInbox } from './inbox'
import { seedKiln } from './kiln'
import { seedNursery } from './nursery'
import { seedQuay } from './quay'
import { demoOf, newClient, person } from './tools'
import { seedVets, seedVetsInArabic } from './vets'

export async function seed(standinsPort: number): Promise<void> {
  if ((await db().Agency.count()) > 0) return
  const at = (name: string) => `${name}@fernhollow.example`
  const designer = await person('Fernhollow', at('designer'), 'Robin Fernhollow', 'fernhollow', 'owner')
  await person('Fernhollow', at('colleague'), 'Sasha Fernhollow', 'fernhollow', 'designer')
  await person('Fernhollow', at('viewer'), 'Vic Fernhollow', 'fernhollow', 'viewer')
  await importPlaces(designer, county)
  const demo = demoOf(designer, standinsPort)
  for (const one of [seedKiln, seedBakery, seedVets, seedVetsInArabic, seedQuay, seedNursery, seedInbox])
    await one(demo)
  await seedStrangers(demo.at('publisher'))
}

/** Another agency, of which the first never sees anything. */
async function seedStrangers(publisher: string): Promise<void> {
  const kit = 'Kit Brackenridge'
  const stranger = await person('Brackenridge', 'designer@brackenridge.example', kit, 'brackenridge', 'owner')
  const client = await newClient(stranger, 'Copperfield Cycles', brands.vets)
  const journal = await addSource(stranger, client, {
    address: `${publisher}/workshop/rss.xml`,
    label: 'Somebody’s journal',
  })
  const widget = await createWidget(stranger, client, { kind: 'feed', name: 'Foreign feed', from: 'cards' })
  await changeDraft(stranger, widget.id, 0, [
    { path: 'sources', from: [], to: [journal.id], label: 'Set up' },
  ])
}
