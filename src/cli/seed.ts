/** The demo world: two agencies, made-up clients, their sites, and widgets that are live on them. Does nothing when it is there. */
import type { Brand } from '@/core/design/brand'
import { db } from '../server/db/db'
import type { Actor } from '../server/services/access/actor'
import { changeClient, createClient } from '../server/services/clients/clients'
import { linkProducts } from '../server/services/items/decisions'
import { itemsOf } from '../server/services/items/items'
import { importPlaces } from '../server/services/clients/places'
import { addPage, addSite } from '../server/services/sites/sites'
import { refresh } from '../server/services/sources/refreshing'
import { createList } from '../server/services/visitors/lists'
import { addConnected, addSource } from '../server/services/sources/sources'
import { addFile } from '../server/services/sources/tables'
import { changeDraft, createWidget } from '../server/services/widgets/widgets'
import { connectAccount, makeLive, person, type Live } from './seedTools'
import { brands, county, recordings, shops } from './seedData'
import { plantTable } from './seedPlants'
import { seedLetters } from './seedLetters'
import { seedInbox } from './seedInbox'
import { seedClasses } from './seedClasses'
import { seedNeighbours, seedPartner, seedPosting } from './seedPosting'
import { seedVets } from './seedVets'

export async function seed(standinsPort: number): Promise<void> {
  if ((await db().Agency.count()) > 0) return
  const designer = await person(
    'Fernhollow',
    'designer@fernhollow.example',
    'Robin Fernhollow',
    'fernhollow',
    'owner',
  )
  await person('Fernhollow', 'colleague@fernhollow.example', 'Sasha Fernhollow', 'fernhollow', 'designer')
  await person('Fernhollow', 'viewer@fernhollow.example', 'Vic Fernhollow', 'fernhollow', 'viewer')
  const stranger = await person(
    'Brackenridge',
    'designer@brackenridge.example',
    'Kit Brackenridge',
    'brackenridge',
    'owner',
  )

  await importPlaces(designer, county)

  const publisher = `http://127.0.0.4:${standinsPort}`
  /** Hosts of the client sites, in the order of the stand-ins. */
  const site = (index: number) => `http://127.0.0.${[5, 6, 7, 17, 18][index]}:${standinsPort}`
  const client = async (actor: Actor, name: string, look: Brand, locale = 'en-GB') => {
    const { id } = await createClient(actor, { name, locale, timeZone: 'Europe/London' })
    await changeClient(actor, id, { brand: look })
    return id
  }

  const kiln = await client(designer, 'Kiln & Tide', brands.kiln)
  const bakery = await client(designer, 'Marlowick Bakery', brands.bakery)
  const vets = await client(designer, 'Juniper Lane Vets', brands.vets)
  const vetsInArabic = await client(designer, 'Juniper Lane Vets, Arabic', brands.vets, 'ar')
  const quay = await client(designer, 'The Old Quay Music Hall', brands.quay)
  const nursery = await client(designer, 'Wick & Willow Nursery', brands.nursery)

  const account = (of: string, name: string) =>
    connectAccount(designer, of, name, `http://127.0.0.11:${standinsPort}`)
  const shown = async (of: string, name: string) => {
    const source = await addConnected(designer, of, {
      connector: 'pictures',
      connectionId: await account(of, name),
      key: `page=${name}`,
      label: `The page of ${name}`,
    })
    await refresh(source.id) // so that products can be linked to what it has
    return source
  }

  const journal = await addSource(designer, kiln, { address: `${publisher}/workshop/rss.xml` })
  const oven = await addSource(designer, bakery, { address: `${publisher}/bakery/rss.xml` })
  const news = await addSource(designer, quay, { address: `${publisher}/quay/atom.xml` })
  const notes = await addSource(designer, nursery, { address: `${publisher}/nursery/feed.json` })

  const kilnSite = await addSite(designer, kiln, {
    address: site(0),
    name: 'kiln-and-tide.example',
    platform: 'plain',
  })
  const quaySite = await addSite(designer, quay, {
    address: site(1),
    name: 'old-quay.example',
    platform: 'frames-only',
  })
  const quayDates = await addPage(designer, quaySite.id, { address: `${site(1)}/dates` })
  const nurserySite = await addSite(designer, nursery, {
    address: site(2),
    name: 'wick-and-willow.example',
    platform: 'strict',
  })
  const nurseryPlants = await addPage(designer, nurserySite.id, { address: `${site(2)}/plants` })
  const bakerySite = await addSite(designer, bakery, {
    address: site(3),
    name: 'marlowick-bakery.example',
    platform: 'plain',
  })
  const bakeryReviews = await addPage(designer, bakerySite.id, { address: `${site(3)}/reviews` })
  const vetsSite = await addSite(designer, vets, {
    address: site(4),
    name: 'juniper-lane.example',
    platform: 'plain',
  })
  const arabicSite = await addSite(designer, vetsInArabic, {
    address: `${site(4)}/ar`,
    name: 'juniper-lane.example/ar',
    platform: 'plain',
  })

  const live = (facts: Live) => makeLive(designer, site(facts.standin), facts)
  await live({
    client: kiln,
    name: 'Workshop journal',
    from: 'cards',
    source: journal.id,
    page: kilnSite.pages[0]!,
    slot: 'journal',
    form: 'element',
    standin: 0,
    widths: [350, 380, 772],
    settings: {
      'heading.text': 'From the workshop',
      'look.font': 'brand',
      'layout.columns': 2,
      'rules.limit': 4,
    },
  })
  const pots = await shown(kiln, 'kiln.and.tide')
  await live({
    client: kiln,
    kind: 'posts',
    name: 'Said from the workshop',
    from: 'footer',
    source: pots.id,
    page: kilnSite.pages[0]!,
    slot: 'footer-slot',
    form: 'element',
    standin: 0,
    widths: [350, 684, 684],
    settings: {
      'heading.text': 'Said from the workshop',
      'look.title': '#f6ede2',
      'look.text': '#e9ded2',
      'look.muted': '#cbb9a8',
      'look.accent': '#f0b48f',
      'look.line': '#4a3f39',
    },
  })
  await live({
    client: kiln,
    kind: 'profile',
    name: 'What they say, and who follows',
    from: 'column',
    source: pots.id,
    page: kilnSite.pages[0]!,
    slot: 'aside-slot',
    form: 'div',
    standin: 0,
    widths: [350, 288, 288],
    settings: { 'look.font': 'brand' },
  })
  await live({
    client: kiln,
    kind: 'offers',
    name: 'Classes',
    from: 'list',
    page: kilnSite.pages[0]!,
    slot: 'classes',
    form: 'element',
    standin: 0,
    widths: [350, 720, 1120],
    settings: {
      calendar: await seedClasses(designer, kiln, `http://127.0.0.11:${standinsPort}`),
      'offers.sentence': 'We would like to make {what}, {long}, with {who}.',
      'look.font': 'brand',
    },
  })
  await live({
    client: kiln,
    kind: 'pictures',
    name: 'From the shelves',
    from: 'mosaic',
    source: pots.id,
    page: kilnSite.pages[0]!,
    slot: 'shelves',
    form: 'element',
    standin: 0,
    widths: [350, 720, 1120],
    settings: { 'heading.text': 'From the shelves', 'look.font': 'brand', 'rules.limit': 8 },
  })
  const nearOldQuay = {
    v: 1,
    all: [{ type: 'near', latitude: 52.61, longitude: 1.36, km: 50, of: 'Old Quay' }],
  } as const
  const shows = `http://127.0.0.23:${standinsPort}`
  const toSee: string[] = []
  for (const one of ['slides', 'poll', 'film', 'calendar']) {
    const { id } = await addSource(designer, kiln, { address: `${shows}/${one}` })
    await refresh(id)
    toSee.push(id)
  }
  await live({
    client: kiln,
    kind: 'embeds',
    name: 'To look at',
    from: 'several',
    source: toSee[0]!,
    more: toSee.slice(1),
    page: kilnSite.pages[0]!,
    slot: 'to-see',
    form: 'element',
    standin: 0,
    widths: [350, 720, 1120],
    settings: { 'heading.text': 'From the autumn course' },
  })
  const programme = await addSource(designer, quay, {
    address: `${publisher}/quay/programme.ics`,
    label: 'What we play',
  })
  const around = await addSource(designer, quay, {
    address: `${publisher}/quay/county.ics`,
    label: 'On in the county',
  })
  for (const { id } of [programme, around]) await refresh(id)
  await seedPartner(designer, around.id, publisher)
  const neighbours = await seedNeighbours(designer, quay)
  await live({
    client: quay,
    kind: 'events',
    name: 'What is on',
    from: 'months',
    source: programme.id,
    more: [around.id, neighbours],
    page: quaySite.pages[0]!,
    slot: 'block-dates',
    form: 'frame',
    standin: 1,
    widths: [350, 720, 1120],
    settings: {
      'look.transparent': false,
      'look.font': 'brand',
      'space.inside': 0,
      'heading.text': 'What is coming',
      'events.ahead': 3,
      'rules.limit': 12,
      'facts.calendar': true,
      'facts.away': 'miles',
      'rules.tree': nearOldQuay,
    },
  })
  await live({
    client: quay,
    kind: 'events',
    name: 'The month on one sheet',
    from: 'sheet',
    source: programme.id,
    more: [around.id, neighbours],
    page: quayDates,
    slot: 'month-sheet',
    form: 'frame',
    standin: 1,
    widths: [350, 720, 1120],
    settings: {
      'look.transparent': false,
      'look.font': 'brand',
      'space.inside': 0,
      'rules.tree': nearOldQuay,
    },
  })
  await seedPosting(designer, quay, neighbours, quayDates, live)
  await live({
    client: quay,
    name: 'Hall news',
    from: 'list',
    source: news.id,
    page: quaySite.pages[0]!,
    slot: 'block-news',
    form: 'frame',
    standin: 1,
    widths: [350, 720, 1120],
    settings: { 'look.transparent': false, 'heading.text': 'From the hall' },
  })
  const recorded = await addFile(designer, quay, { name: 'Recordings.csv', text: recordings(site(1)) })
  await live({
    client: quay,
    kind: 'works',
    name: 'Recorded here',
    from: 'shelf',
    source: recorded.id,
    page: quaySite.pages[0]!,
    slot: 'block-works',
    form: 'frame',
    standin: 1,
    widths: [350, 720, 1120],
    settings: { 'look.transparent': false, 'heading.text': 'Recorded here', 'space.inside': 0 },
  })
  const hearth = await addConnected(designer, quay, {
    connector: 'community',
    key: 'rooms',
    label: 'The listeners',
  })
  await refresh(hearth.id) // a frame is as high as what there is when it is copied
  await live({
    client: quay,
    kind: 'community',
    name: 'The listeners',
    from: 'rooms',
    source: hearth.id,
    page: quaySite.pages[0]!,
    slot: 'block-community',
    form: 'frame',
    standin: 1,
    widths: [350, 720, 1120],
    settings: { 'look.transparent': false, 'door.words': 'Come in through the lobby' },
  })
  const plants = await addFile(designer, nursery, {
    name: 'Plants.csv',
    text: plantTable(`${publisher}/nursery`),
  })
  const [first, second, third] = await itemsOf([notes.id])
  const [fern, willow, pot] = await itemsOf([plants.id])
  await linkProducts(designer, nursery, [first!.id], { add: [fern!.id, willow!.id], remove: [] })
  await linkProducts(designer, nursery, [second!.id, third!.id], { add: [pot!.id], remove: [] })
  await live({
    client: nursery,
    kind: 'search',
    name: 'All plants',
    from: 'index',
    source: plants.id,
    page: nurseryPlants,
    slot: 'all-plants',
    form: 'bare',
    standin: 2,
    widths: [350, 720, 1120],
    settings: { 'search.words': 'Look for a plant', 'index.place': false },
  })
  await live({
    client: nursery,
    name: 'Garden notes',
    from: 'lead',
    source: notes.id,
    page: nurserySite.pages[0]!,
    slot: 'notes',
    form: 'bare',
    standin: 2,
    widths: [350, 720, 1120],
    settings: { 'heading.text': 'Garden notes', 'products.limit': 2 },
  })
  const beds = await shown(nursery, 'wick.and.willow')
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
      await linkProducts(designer, nursery, [inBeds[at].id], { add: linked, remove: [] })
  await live({
    client: nursery,
    kind: 'picture-products',
    name: 'Seen in the beds',
    from: 'squares',
    source: beds.id,
    page: nurserySite.pages[0]!,
    slot: 'beds',
    form: 'bare',
    standin: 2,
    widths: [350, 720, 1120],
    settings: { 'heading.text': 'Seen in the beds' },
  })
  await live({
    client: nursery,
    kind: 'profile',
    name: 'The page of the nursery',
    from: 'body',
    source: beds.id,
    page: nurserySite.pages[0]!,
    slot: 'the-page',
    form: 'bare',
    standin: 2,
    widths: [350, 720, 1120],
  })
  const draft = await createWidget(designer, bakery, { kind: 'feed', name: 'From the oven', from: 'list' })
  await changeDraft(designer, draft.id, 0, [{ path: 'sources', from: [], to: [oven.id], label: 'Set up' }])

  const opinions = await addConnected(designer, bakery, {
    connector: 'reviews',
    key: 'b1 Marlowick Bakery',
    label: 'What people say',
  })
  const review = { client: bakery, kind: 'reviews', source: opinions.id, standin: 3 } as const
  await live({
    ...review,
    name: 'Average in a line',
    from: 'line',
    page: bakerySite.pages[0]!,
    slot: 'average-line',
    form: 'element',
    widths: [350, 728, 480],
  })
  await live({
    ...review,
    name: 'What people say',
    from: 'row',
    page: bakerySite.pages[0]!,
    slot: 'reviews-row',
    form: 'element',
    widths: [350, 720, 1120],
    settings: {
      'heading.text': 'What people take home',
      'rules.tree': { v: 1, all: [{ type: 'stars', least: 3, most: 5 }] },
    },
  })
  const places = await addFile(designer, bakery, { name: 'Shops.csv', text: shops })
  await live({
    client: bakery,
    kind: 'locations',
    name: 'The four shops',
    from: 'map',
    source: places.id,
    page: bakerySite.pages[0]!,
    slot: 'shops',
    form: 'element',
    standin: 3,
    widths: [350, 720, 1120],
    settings: {
      'heading.text': 'The shop nearest to you',
      'look.font': 'brand',
      'nearest.unit': 'miles',
      'map.tiles': `http://127.0.0.22:${standinsPort}/{z}/{x}/{y}.png`,
      'map.credit': 'Map: County Surveyors',
      'map.when': 'seen',
    },
  })
  await live({
    ...review,
    name: 'In a corner',
    from: 'list',
    page: bakerySite.pages[0]!,
    slot: 'corner',
    form: 'element',
    widths: [350, 728, 480],
    settings: {
      'opening.as': 'drawer',
      'opening.title': 'What people say',
      'button.words': 'What people say',
      'rules.limit': 12,
      'drawer.width': 460,
    },
  })
  await live({
    ...review,
    name: 'All reviews',
    from: 'wall',
    page: bakeryReviews,
    slot: 'reviews-wall',
    form: 'element',
    widths: [350, 720, 1120],
    settings: {
      'write.url': 'https://county-opinions.example/marlowick-bakery',
      'topics.words': ['rye loaf', 'cardamom knots', 'queue', 'wedding loaf', 'Lantern Row'],
    },
  })

  const letters = await createList(designer, bakery, 'Letters on Thursdays')
  await seedLetters(designer, bakery, letters.id, `${site(3)}/`)
  await live({
    client: bakery,
    kind: 'signup',
    name: 'Letters on Thursdays',
    from: 'line',
    page: bakerySite.pages[0]!,
    slot: 'letter',
    form: 'element',
    standin: 3,
    widths: [350, 720, 1120],
    settings: {
      list: letters.id,
      'heading.text': 'On Thursdays we write down what comes out of the oven on Saturday.',
      'signup.consent': 'One letter a week, nothing else. Every letter has a link that ends it.',
      'look.title': '#fdf5e6',
      'look.text': '#fdf5e6',
      'look.muted': '#d9c8ab',
      'look.accent': '#f0c07e',
      'look.font': 'brand',
    },
  })

  await live({
    client: bakery,
    name: 'From the oven, in the footer',
    from: 'column',
    source: oven.id,
    page: bakerySite.pages[0]!,
    slot: 'oven',
    form: 'element',
    standin: 3,
    widths: [350, 720, 1120],
    settings: {
      'heading.text': 'From the oven',
      'rules.limit': 3,
      'look.title': '#fdf5e6',
      'look.text': '#fdf5e6',
      'look.muted': '#d9c8ab',
      'look.accent': '#f0c07e',
      'look.line': '#5d4a2f',
    },
  })
  await live({
    client: bakery,
    kind: 'chat',
    name: 'Ask the counter',
    from: 'corner',
    page: bakerySite.pages[0]!,
    slot: 'counter',
    form: 'element',
    standin: 3,
    widths: [350, 720, 1120],
    settings: {
      'opening.title': 'At the counter: Odette and Bram',
      'button.words': 'Ask the counter',
      'chat.hours': ['Mo-Fr 06:30-17:30', 'Sa 06:30-13:00'],
      'chat.phone': '01632 960 141',
      'chat.mail': 'counter@marlowick.example',
      'chat.mailTo': 'counter@marlowick.example',
      'chat.greeting': 'Someone at the counter answers, mostly within four minutes.',
      'chat.away': 'Nobody is at the counter just now. Leave your words and an address, and we write back.',
      'chat.suggestions': ['What is warm now?', 'Will you keep a loaf for me?'],
      'chat.write': 'Write to the counter',
    },
  })

  await seedVets({
    designer,
    vets,
    vetsInArabic,
    page: vetsSite.pages[0]!,
    askPage: await addPage(designer, vetsSite.id, { address: `${site(4)}/ask` }),
    bookPage: await addPage(designer, vetsSite.id, { address: `${site(4)}/book` }),
    arabicPage: arabicSite.pages[0]!,
    live,
  })
  await seedInbox(designer, site)

  const foreign = await client(stranger, 'Copperfield Cycles', brands.vets)
  const theirs = await addSource(stranger, foreign, {
    address: `${publisher}/workshop/rss.xml`,
    label: 'Somebody’s journal',
  })
  const other = await createWidget(stranger, foreign, { kind: 'feed', name: 'Foreign feed', from: 'cards' })
  await changeDraft(stranger, other.id, 0, [{ path: 'sources', from: [], to: [theirs.id], label: 'Set up' }])
}
