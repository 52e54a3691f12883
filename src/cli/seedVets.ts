/** The vets of the demo: the people of one practice, in two languages. */
import type { PageShape } from '@/core/api/shapes'
import type { Actor } from '../server/services/access/actor'
import { addKey } from '../server/services/sources/connections'
import { addConnected } from '../server/services/sources/sources'
import { peopleKey } from './seedData'
import type { Live } from './seedTools'

export interface Vets {
  readonly designer: Actor
  readonly vets: string
  readonly vetsInArabic: string
  readonly page: PageShape
  readonly arabicPage: PageShape
  readonly live: (facts: Live) => Promise<void>
}

export async function seedVets({
  designer,
  vets,
  vetsInArabic,
  page,
  arabicPage,
  live,
}: Vets): Promise<void> {
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
    page: page,
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
  await live({
    ...people,
    name: 'At the edge',
    from: 'column',
    slot: 'edge',
    form: 'element',
    widths: [350, 720, 1120],
    settings: {
      'opening.as': 'dialog',
      'opening.title': 'Whom to ask',
      'dialog.width': 420,
      'button.words': 'Whom to ask',
      'button.at': 'edge-end',
      'contact.email': true,
      'facts.summary': '0',
    },
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
  const arabic = { client: vetsInArabic, page: arabicPage, standin: 4, form: 'element' } as const
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
}
