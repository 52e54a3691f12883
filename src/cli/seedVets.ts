/** The vets of the demo: the people of one practice, in two languages. */
import type { FormShape, PageShape } from '@/core/api/shapes'
import { formSchema } from '@/core/forms/shape'
import type { Actor } from '../server/services/access/actor'
import { demoSignIn } from '../server/demoSignIn'
import { inviteClientPerson, takeLink } from '../server/services/access/team'
import { addKey } from '../server/services/sources/connections'
import { addConnected } from '../server/services/sources/sources'
import { peopleKey } from './seedData'
import { createForm, publishForm, saveForm } from '../server/services/visitors/forms'
import { seedVisits, seedVisitsInArabic } from './seedVisits'
import { seedAdvice } from './seedHelp'
import { seedTelephones, seedTelephonesInArabic } from './seedTelephones'
import type { Live } from './seedTools'

export interface Vets {
  readonly designer: Actor
  readonly vets: string
  readonly vetsInArabic: string
  readonly page: PageShape
  readonly askPage: PageShape
  readonly bookPage: PageShape
  readonly arabicPage: PageShape
  readonly live: (facts: Live) => Promise<void>
}

/** One form, in two widgets. */
async function seedForm(designer: Actor, client: string): Promise<FormShape> {
  const { id, revision, form } = await createForm(designer, client, { name: 'Questions', from: 'question' })
  const [subject, more, ...person] = form.pages[0]!.entries
  const asked = formSchema.parse({
    mailTo: ['nurses@juniper-lane.example'],
    pages: [
      {
        id: 'p1',
        entries: [
          subject,
          {
            id: 'beast',
            type: 'one',
            label: 'Who is it about?',
            options: ['A dog', 'A cat', 'A rabbit or smaller', 'A hen or another bird'],
          },
          {
            id: 'eating',
            type: 'list',
            label: 'When did the cat last eat?',
            options: ['Today', 'Yesterday', 'The day before, or longer ago'],
            when: { of: 'beast', is: ['A cat'] },
          },
          more,
          {
            id: 'pictures',
            type: 'file',
            label: 'Pictures, if you have some',
            kinds: ['picture', 'video'],
            mostMb: 20,
          },
          ...person,
        ],
      },
    ],
  })
  await saveForm(designer, id, revision, asked)
  return publishForm(designer, id, revision + 1)
}

export async function seedVets({
  designer,
  vets,
  vetsInArabic,
  page,
  askPage,
  bookPage,
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
  const { url } = await inviteClientPerson(designer, vets, 'nurses@juniper-lane.example')
  await takeLink(url.split('/').at(-1)!, { name: 'Nurse Imogen', password: demoSignIn.password })
  const question = await seedForm(designer, vets)
  const advice = await seedAdvice(designer, vets)
  await live({
    client: vets,
    kind: 'questions',
    name: 'Ask the practice',
    from: 'dialog',
    page,
    slot: 'ask',
    form: 'element',
    standin: 4,
    widths: [350, 720, 1120],
    source: advice.id,
    settings: {
      form: question.id,
      'opening.title': 'Ask the practice',
      'button.words': 'Ask the practice',
      'form.intro': 'A nurse answers by mail, on weekdays within the day.',
      'form.aside': 'Urgent? Ring 01632 960 118, day and night.',
      'form.send': 'Send the question',
      'form.after': 'A nurse reads it before the morning round and writes back.',
      'look.font': 'brand',
    },
  })
  await live({
    client: vets,
    kind: 'questions',
    name: 'The page to ask on',
    from: 'page',
    page: askPage,
    slot: 'question',
    form: 'element',
    standin: 4,
    widths: [350, 720, 1120],
    source: advice.id,
    settings: {
      form: question.id,
      'heading.text': 'Ask the practice',
      'form.aside': 'Urgent? Ring 01632 960 118, day and night.',
      'form.send': 'Send the question',
      'look.font': 'brand',
    },
  })
  await live({
    client: vets,
    kind: 'booking',
    name: 'Book a visit',
    from: 'sentence',
    page: bookPage,
    slot: 'book',
    form: 'element',
    standin: 4,
    widths: [350, 720, 1120],
    settings: { calendar: await seedVisits(designer, vets), 'look.font': 'brand' },
  })
  await live({
    client: vets,
    kind: 'ringBack',
    name: 'Shall we ring you?',
    from: 'page',
    page,
    slot: 'ring',
    form: 'element',
    standin: 4,
    widths: [350, 720, 400],
    settings: {
      switchboard: await seedTelephones(designer, vets),
      'ring.intro': 'Somebody who knows animals is on the line, usually within a minute.',
      'ring.promise':
        'Nobody could come to the telephone. Kwame hears it first and rings you back before six.',
      'look.font': 'brand',
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
    kind: 'ringBack',
    name: 'Shall we ring you?',
    from: 'page',
    slot: 'ring-ar',
    widths: [350, 720, 400],
    settings: { switchboard: await seedTelephonesInArabic(designer, vetsInArabic) },
  })
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
  await live({
    ...arabic,
    kind: 'booking',
    name: 'Book a visit',
    from: 'month',
    slot: 'month-ar',
    widths: [350, 720, 1120],
    settings: { calendar: await seedVisitsInArabic(designer, vetsInArabic) },
  })
}
