/** The hall of the demo: on a builder that lets only frames through, with what is on from several publishers. */
import { refresh } from '../../server/services/sources/refreshing'
import { addConnected, addSource } from '../../server/services/sources/sources'
import { addFile } from '../../server/services/sources/tables'
import { brands, recordings } from './data'
import { seedNeighbours, seedPartner, seedPosting } from './posting'
import { newClient, newSite, type Demo } from './tools'

const nearOldQuay = {
  v: 1,
  all: [{ type: 'near', latitude: 52.61, longitude: 1.36, km: 50, of: 'Old Quay' }],
} as const

export async function seedQuay(demo: Demo): Promise<void> {
  const { designer, at } = demo
  const client = await newClient(designer, 'The Old Quay Music Hall', brands.quay)
  const news = await addSource(designer, client, { address: `${at('publisher')}/quay/atom.xml` })
  const { live, page } = await newSite(demo, client, {
    host: 'quay',
    name: 'old-quay.example',
    platform: 'frames-only',
    form: 'frame',
  })
  const dates = await page('/dates')
  const programme = await addSource(designer, client, {
    address: `${at('publisher')}/quay/programme.ics`,
    label: 'What we play',
  })
  const around = await addSource(designer, client, {
    address: `${at('publisher')}/quay/county.ics`,
    label: 'On in the county',
  })
  for (const { id } of [programme, around]) await refresh(id)
  await seedPartner(designer, around.id, at('publisher'))
  const neighbours = await seedNeighbours(designer, client)
  await live({
    kind: 'events',
    name: 'What is on',
    from: 'months',
    source: programme.id,
    more: [around.id, neighbours],
    slot: 'block-dates',
    settings: {
      'look.font': 'brand',
      'heading.text': 'What is coming',
      'events.ahead': 3,
      'rules.limit': 12,
      'facts.calendar': true,
      'facts.away': 'miles',
      'rules.tree': nearOldQuay,
    },
  })
  await live({
    kind: 'events',
    name: 'The month on one sheet',
    from: 'sheet',
    source: programme.id,
    more: [around.id, neighbours],
    page: dates,
    slot: 'month-sheet',
    settings: {
      'look.font': 'brand',
      'rules.tree': nearOldQuay,
    },
  })
  await seedPosting(designer, client, neighbours, dates, live)
  await live({
    name: 'Hall news',
    from: 'list',
    source: news.id,
    slot: 'block-news',
    settings: { 'look.font': 'brand', 'heading.text': 'From the hall' },
  })
  const recorded = await addFile(designer, client, { name: 'Recordings.csv', text: recordings(at('quay')) })
  await live({
    kind: 'works',
    name: 'Recorded here',
    from: 'shelf',
    source: recorded.id,
    slot: 'block-works',
    settings: { 'look.font': 'brand', 'heading.text': 'Recorded here' },
  })
  const hearth = await addConnected(designer, client, {
    connector: 'community',
    key: 'rooms',
    label: 'The listeners',
  })
  await refresh(hearth.id) // a frame is as high as what there is when it is copied
  await live({
    kind: 'community',
    name: 'The listeners',
    from: 'rooms',
    source: hearth.id,
    slot: 'block-community',
    settings: { 'look.font': 'brand', 'door.words': 'Come in through the lobby' },
  })
}
