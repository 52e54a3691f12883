/** The demo world: two agencies, made-up clients, their sites, and widgets that are live on them. Does nothing when it is there. */
import type { PageShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import type { Leaf } from '@/core/settings/field'
import { db } from '../server/db/db'
import type { Actor } from '../server/services/access/actor'
import { changeClient, createClient } from '../server/services/clients/clients'
import { linkProducts } from '../server/services/items/decisions'
import { itemsOf } from '../server/services/items/items'
import { importPlaces } from '../server/services/clients/places'
import { publishNow, snippetsOf } from '../server/services/widgets/releases'
import { hashPassword } from '../server/services/access/secrets'
import { addKey } from '../server/services/sources/connections'
import { addPage, addSite } from '../server/services/sites/sites'
import { addConnected, addSource } from '../server/services/sources/sources'
import { addFile } from '../server/services/sources/tables'
import { changeDraft, changeWidget, createWidget } from '../server/services/widgets/widgets'
import { brands, county, peopleKey, plantTable } from './seedData'

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
  const nurserySite = await addSite(designer, nursery, {
    address: site(2),
    name: 'wick-and-willow.example',
    platform: 'strict',
  })
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

  const live = async (facts: {
    client: string
    /** `feed` when left out. */
    kind?: string
    name: string
    from: string
    source: string
    page: PageShape
    slot: string
    form: 'element' | 'div' | 'bare' | 'frame' | 'link'
    standin: number
    widths: readonly [number, number, number]
    settings?: Readonly<Record<string, Leaf>>
  }) => {
    const widget = await createWidget(designer, facts.client, {
      kind: facts.kind ?? 'feed',
      name: facts.name,
      from: facts.from,
    })
    const { page } = facts
    const [phone, tablet, computer] = facts.widths
    await changeWidget(designer, widget.id, {
      pageId: page.id,
      anchor: page.slots.find((slot) => slot.anchor.selector === `#${facts.slot}`)?.anchor ?? null,
      slotWidths: [
        { viewport: 390, width: phone },
        { viewport: 768, width: tablet },
        { viewport: 1280, width: computer },
      ],
    })
    const wanted: Readonly<Record<string, Leaf>> = { sources: [facts.source], ...facts.settings }
    await changeDraft(
      designer,
      widget.id,
      0,
      Object.entries(wanted).map(([path, to]) => ({
        path,
        from: widget.settings[path] as Leaf,
        to,
        label: 'Set up',
      })),
    )
    await publishNow(designer, widget.id)
    const { forms } = await snippetsOf(designer, widget.id)
    await paste(`${site(facts.standin)}/edit`, facts.slot, forms.find((one) => one.form === facts.form)!.code)
  }
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
  await live({
    client: kiln,
    name: 'Journal in the side column',
    from: 'column',
    source: journal.id,
    page: kilnSite.pages[0]!,
    slot: 'aside-slot',
    form: 'div',
    standin: 0,
    widths: [350, 300, 300],
    settings: { 'heading.text': 'Lately', 'heading.level': '3' },
  })
  await live({
    client: kiln,
    name: 'Footer lines',
    from: 'column',
    source: journal.id,
    page: kilnSite.pages[0]!,
    slot: 'footer-slot',
    form: 'element',
    standin: 0,
    widths: [350, 640, 640],
    settings: {
      'rules.limit': 3,
      'look.title': '#f3e9dd',
      'look.muted': '#cbb9a8',
      'look.accent': '#f0b48f',
      'facts.date': 'ago',
    },
  })
  await live({
    client: quay,
    name: 'Hall news',
    from: 'list',
    source: news.id,
    page: quaySite.pages[0]!,
    slot: 'block-news',
    form: 'frame',
    standin: 1,
    widths: [342, 720, 932],
    settings: { 'look.transparent': false, 'heading.text': 'From the hall' },
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
    name: 'Garden notes',
    from: 'cards',
    source: notes.id,
    page: nurserySite.pages[0]!,
    slot: 'notes',
    form: 'bare',
    standin: 2,
    widths: [342, 720, 1000],
    settings: { 'heading.text': 'This week in the garden', 'products.limit': 2 },
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
  await live({
    ...review,
    name: 'All reviews',
    from: 'wall',
    page: bakeryReviews,
    slot: 'reviews-wall',
    form: 'element',
    widths: [350, 720, 1120],
    settings: { 'write.url': 'https://county-opinions.example/marlowick-bakery' },
  })

  const register = await addKey(designer, vets, 'people', peopleKey)
  const everybody = await addConnected(designer, vets, {
    connector: 'people',
    connectionId: register.id,
    key: 'of=juniper',
    label: 'The practice',
  })
  const people = {
    client: vets,
    kind: 'team',
    source: everybody.id,
    page: vetsSite.pages[0]!,
    standin: 4,
  } as const
  await live({
    ...people,
    name: 'Who you will meet',
    from: 'portraits',
    slot: 'portraits',
    form: 'element',
    widths: [350, 720, 1120],
    settings: { 'look.font': 'brand' },
  })
  await live({
    ...people,
    name: 'Directory',
    from: 'directory',
    slot: 'directory',
    form: 'element',
    widths: [350, 720, 1120],
    settings: { 'heading.text': 'Everybody at the practice', 'look.font': 'brand', 'facts.picture': false },
  })
  const arabicRegister = await addKey(designer, vetsInArabic, 'people', peopleKey)
  const arabicPeople = await addConnected(designer, vetsInArabic, {
    connector: 'people',
    connectionId: arabicRegister.id,
    key: 'of=juniper-ar',
    label: 'The practice',
  })
  const arabicOpinions = await addConnected(designer, vetsInArabic, {
    connector: 'reviews',
    key: 'b7 جونيبر لين البيطرية',
    label: 'Reviews in Arabic',
  })
  const arabic = { client: vetsInArabic, page: arabicSite.pages[0]!, standin: 4, form: 'element' } as const
  await live({
    ...arabic,
    kind: 'team',
    name: 'Who you will meet',
    from: 'portraits',
    source: arabicPeople.id,
    slot: 'portraits-ar',
    widths: [350, 720, 1120],
  })
  await live({
    ...arabic,
    kind: 'reviews',
    name: 'What people say',
    from: 'row',
    source: arabicOpinions.id,
    slot: 'reviews-ar',
    widths: [350, 720, 1120],
  })

  const programme = await addSource(designer, quay, {
    address: `${publisher}/quay/programme.ics`,
    label: 'What is on',
  })
  const coming = await createWidget(designer, quay, { kind: 'feed', name: 'What is on', from: 'list' })
  await changeDraft(designer, coming.id, 0, [
    { path: 'sources', from: [], to: [programme.id], label: 'Set up' },
    {
      path: 'rules.tree',
      from: { v: 1, all: [] },
      to: { v: 1, all: [{ type: 'next', days: 60 }] },
      label: 'Set up',
    },
    { path: 'rules.order', from: 'newest', to: 'soonest', label: 'Set up' },
    { path: 'look.transparent', from: true, to: false, label: 'Set up' },
  ])

  const foreign = await client(stranger, 'Copperfield Cycles', brands.vets)
  const theirs = await addSource(stranger, foreign, {
    address: `${publisher}/workshop/rss.xml`,
    label: 'Somebody’s journal',
  })
  const other = await createWidget(stranger, foreign, { kind: 'feed', name: 'Foreign feed', from: 'cards' })
  await changeDraft(stranger, other.id, 0, [{ path: 'sources', from: [], to: [theirs.id], label: 'Set up' }])
}

async function person(
  agencyName: string,
  email: string,
  name: string,
  password: string,
  role: Actor['role'],
): Promise<Actor> {
  const [agency] = await db().Agency.findOrCreate({
    where: { name: agencyName },
    defaults: { name: agencyName, limits: {} },
  })
  const user = await db().User.create({
    agencyId: agency.id,
    email,
    name,
    role,
    passwordHash: await hashPassword(password),
  })
  return { agencyId: agency.id, userId: user.id, role, sessionId: undefined }
}

/** As a practitioner would: into the slot's field of the site's editor, and save. */
async function paste(editor: string, slot: string, snippet: string): Promise<void> {
  const answer = await fetch(editor, { method: 'POST', body: new URLSearchParams({ slot, snippet }) })
  if (!answer.ok) throw new Error(`${editor} answered ${answer.status} to a pasted snippet`)
}
