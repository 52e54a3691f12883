/** The nursery of the demo: under a strict policy, with a catalogue to search and products that pictures lead to. */
import { linkProducts } from '../../server/services/items/decisions'
import { itemsOf } from '../../server/services/items/items'
import { addSource } from '../../server/services/sources/sources'
import { addFile } from '../../server/services/sources/tables'
import { brands } from './data'
import { plantTable } from './plants'
import { newClient, newSite, pageOf, type Demo } from './tools'

export async function seedNursery(demo: Demo): Promise<void> {
  const { designer, at } = demo
  const client = await newClient(designer, 'Wick & Willow Nursery', brands.nursery)
  const notes = await addSource(designer, client, { address: `${at('publisher')}/nursery/feed.json` })
  const { live, page } = await newSite(demo, client, {
    host: 'nursery',
    name: 'wick-and-willow.example',
    platform: 'strict',
    form: 'bare',
  })
  const plantsPage = await page('/plants')
  const plants = await addFile(designer, client, {
    name: 'Plants.csv',
    text: plantTable(`${at('publisher')}/nursery`),
  })
  const [first, second, third] = await itemsOf([notes.id])
  const [fern, willow, pot] = await itemsOf([plants.id])
  await linkProducts(designer, client, [first!.id], { add: [fern!.id, willow!.id], remove: [] })
  await linkProducts(designer, client, [second!.id, third!.id], { add: [pot!.id], remove: [] })
  await live({
    kind: 'search',
    name: 'All plants',
    from: 'index',
    source: plants.id,
    page: plantsPage,
    slot: 'all-plants',
    settings: { 'search.words': 'Look for a plant', 'index.place': false },
  })
  await live({
    name: 'Garden notes',
    from: 'lead',
    source: notes.id,
    slot: 'notes',
    settings: { 'heading.text': 'Garden notes', 'products.limit': 2 },
  })
  const beds = await pageOf(demo, client, 'wick.and.willow')
  const inBeds = await itemsOf([beds.id])
  for (const [at, linked] of [
    [fern!.id, willow!.id, pot!.id],
    [fern!.id],
    [willow!.id, pot!.id],
    [],
    [willow!.id],
    [],
    [fern!.id],
  ].entries())
    if (inBeds[at] && linked.length > 0)
      await linkProducts(designer, client, [inBeds[at].id], { add: linked, remove: [] })
  await live({
    kind: 'picture-products',
    name: 'Seen in the beds',
    from: 'squares',
    source: beds.id,
    slot: 'beds',
    settings: { 'heading.text': 'Seen in the beds' },
  })
  await live({
    kind: 'profile',
    name: 'The page of the nursery',
    from: 'body',
    source: beds.id,
    slot: 'the-page',
  })
}
