/** The workshop of the demo: on a plain site, with nearly every form of entries. */
import { refresh } from '../../server/services/sources/refreshing'
import { addSource } from '../../server/services/sources/sources'
import { seedClasses } from './classes'
import { brands } from './data'
import { newClient, newSite, pageOf, type Demo } from './tools'

export async function seedKiln(demo: Demo): Promise<void> {
  const { designer, at } = demo
  const client = await newClient(designer, 'Kiln & Tide', brands.kiln)
  const journal = await addSource(designer, client, { address: `${at('publisher')}/workshop/rss.xml` })
  const { live } = await newSite(demo, client, {
    host: 'kiln',
    name: 'kiln-and-tide.example',
    platform: 'plain',
    form: 'element',
  })
  await live({
    name: 'Workshop journal',
    from: 'cards',
    source: journal.id,
    slot: 'journal',
    widths: [350, 380, 772],
    settings: {
      'heading.text': 'From the workshop',
      'look.font': 'brand',
      'layout.columns': 2,
      'rules.limit': 4,
    },
  })
  const pots = await pageOf(demo, client, 'kiln.and.tide')
  await live({
    kind: 'posts',
    name: 'Said from the workshop',
    from: 'footer',
    source: pots.id,
    slot: 'footer-slot',
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
    kind: 'profile',
    name: 'What they say, and who follows',
    from: 'column',
    source: pots.id,
    slot: 'aside-slot',
    form: 'div',
    widths: [350, 288, 288],
    settings: { 'look.font': 'brand' },
  })
  await live({
    kind: 'offers',
    name: 'Classes',
    from: 'list',
    slot: 'classes',
    settings: {
      calendar: await seedClasses(designer, client, at('network')),
      'offers.sentence': 'We would like to make {what}, {long}, with {who}.',
      'look.font': 'brand',
    },
  })
  await live({
    kind: 'pictures',
    name: 'From the shelves',
    from: 'mosaic',
    source: pots.id,
    slot: 'shelves',
    settings: { 'heading.text': 'From the shelves', 'look.font': 'brand', 'rules.limit': 8 },
  })
  const toSee: string[] = []
  for (const one of ['slides', 'poll', 'film', 'calendar']) {
    const { id } = await addSource(designer, client, { address: `${at('embeds')}/${one}` })
    await refresh(id)
    toSee.push(id)
  }
  await live({
    kind: 'embeds',
    name: 'To look at',
    from: 'several',
    source: toSee[0]!,
    more: toSee.slice(1),
    slot: 'to-see',
    settings: { 'heading.text': 'From the autumn course' },
  })
}
