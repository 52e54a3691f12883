/** The bakery of the demo: reviews, the shops on a map, letters to sign up for, and a counter to write to. */
import { refresh } from '../../server/services/sources/refreshing'
import { addConnected, addSource } from '../../server/services/sources/sources'
import { addFile } from '../../server/services/sources/tables'
import { createList } from '../../server/services/visitors/lists'
import { changeDraft, createWidget } from '../../server/services/widgets/widgets'
import { brands, shops } from './data'
import { seedLetters } from './letters'
import { newClient, newSite, type Demo } from './tools'

export async function seedBakery(demo: Demo): Promise<void> {
  const { designer, at } = demo
  const client = await newClient(designer, 'Marlowick Bakery', brands.bakery)
  const oven = await addSource(designer, client, { address: `${at('publisher')}/bakery/rss.xml` })
  const { live, page } = await newSite(demo, client, {
    host: 'bakery',
    name: 'marlowick-bakery.example',
    platform: 'plain',
    form: 'element',
  })
  const reviewsPage = await page('/reviews')
  const draft = await createWidget(designer, client, { kind: 'feed', name: 'From the oven', from: 'list' })
  await changeDraft(designer, draft.id, 0, [{ path: 'sources', from: [], to: [oven.id], label: 'Set up' }])

  const opinions = await addConnected(designer, client, {
    connector: 'reviews',
    key: 'b1 Marlowick Bakery',
    label: 'What people say',
  })
  await refresh(opinions.id) // a snippet keeps the room of what there is when it is copied
  const review = { kind: 'reviews', source: opinions.id } as const
  await live({
    ...review,
    name: 'Average in a line',
    from: 'line',
    slot: 'average-line',
    widths: [350, 728, 480],
  })
  await live({
    ...review,
    name: 'What people say',
    from: 'row',
    slot: 'reviews-row',
    settings: {
      'heading.text': 'What people take home',
      'rules.tree': { v: 1, all: [{ type: 'stars', least: 3, most: 5 }] },
    },
  })
  const places = await addFile(designer, client, { name: 'Shops.csv', text: shops })
  await live({
    kind: 'locations',
    name: 'The four shops',
    from: 'map',
    source: places.id,
    slot: 'shops',
    settings: {
      'heading.text': 'The shop nearest to you',
      'look.font': 'brand',
      'nearest.unit': 'miles',
      'map.tiles': `${at('tiles')}/{z}/{x}/{y}.png`,
      'map.credit': 'Map: County Surveyors',
      'map.when': 'seen',
    },
  })
  await live({
    ...review,
    name: 'In a corner',
    from: 'list',
    slot: 'corner',
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
    page: reviewsPage,
    slot: 'reviews-wall',
    settings: {
      'write.url': 'https://county-opinions.example/marlowick-bakery',
      'topics.words': ['rye loaf', 'cardamom knots', 'queue', 'wedding loaf', 'Lantern Row'],
    },
  })

  const letters = await createList(designer, client, 'Letters on Thursdays')
  await seedLetters(designer, client, letters.id, `${at('bakery')}/`)
  await live({
    kind: 'signup',
    name: 'Letters on Thursdays',
    from: 'line',
    slot: 'letter',
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
    name: 'From the oven, in the footer',
    from: 'column',
    source: oven.id,
    slot: 'oven',
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
    kind: 'chat',
    name: 'Ask the counter',
    from: 'corner',
    slot: 'counter',
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
}
