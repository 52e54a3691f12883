/** The vets of the demo: the people of one practice, in two languages. */
import type { FormShape, SourceShape } from '@/core/api/shapes'
import { formSchema } from '@/core/forms/shape'
import type { Actor } from '../../server/services/access/actor'
import { demoSignIn } from '../../server/demoSignIn'
import { inviteClientPerson, takeLink } from '../../server/services/access/team'
import { addKey } from '../../server/services/sources/connections'
import { refresh } from '../../server/services/sources/refreshing'
import { addConnected } from '../../server/services/sources/sources'
import { brands, peopleKey } from './data'
import { createForm, publishForm, saveForm } from '../../server/services/visitors/forms'
import { seedVisits, seedVisitsInArabic } from './visits'
import { seedAdvice } from './help'
import { seedTelephones, seedTelephonesInArabic } from './telephones'
import { newClient, newSite, type Demo } from './tools'

/** The people of the practice, as the register has them. @returns their source */
async function practice(designer: Actor, client: string, key: string): Promise<SourceShape> {
  const register = await addKey(designer, client, 'people', peopleKey)
  const people = await addConnected(designer, client, {
    connector: 'people',
    connectionId: register.id,
    key: `of=${key}`,
    label: 'The practice',
  })
  await refresh(people.id)
  return people
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

export async function seedVets(demo: Demo): Promise<void> {
  const { designer } = demo
  const vets = await newClient(designer, 'Juniper Lane Vets', brands.vets)
  const { live, page } = await newSite(demo, vets, {
    host: 'vets',
    name: 'juniper-lane.example',
    platform: 'plain',
    form: 'element',
  })
  const [askPage, bookPage] = [await page('/ask'), await page('/book')]
  const everybody = await practice(designer, vets, 'juniper')
  const people = { kind: 'team', source: everybody.id } as const
  await live({
    ...people,
    name: 'Who you will meet',
    from: 'portraits',
    slot: 'portraits',
    settings: { 'look.font': 'brand' },
  })
  await live({
    ...people,
    name: 'Directory',
    from: 'directory',
    slot: 'directory',
    settings: { 'heading.text': 'Everybody at the practice', 'look.font': 'brand', 'facts.picture': false },
  })
  await live({
    ...people,
    name: 'At the edge',
    from: 'column',
    slot: 'edge',
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
    kind: 'questions',
    name: 'Ask the practice',
    from: 'dialog',
    slot: 'ask',
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
    kind: 'questions',
    name: 'The page to ask on',
    from: 'page',
    page: askPage,
    slot: 'question',
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
    kind: 'booking',
    name: 'Book a visit',
    from: 'sentence',
    page: bookPage,
    slot: 'book',
    settings: { calendar: await seedVisits(designer, vets), 'look.font': 'brand' },
  })
  await live({
    kind: 'ringBack',
    name: 'Shall we ring you?',
    from: 'page',
    slot: 'ring',
    widths: [350, 720, 400],
    settings: {
      switchboard: await seedTelephones(designer, vets),
      'ring.intro': 'Somebody who knows animals is on the line, usually within a minute.',
      'ring.promise':
        'Nobody could come to the telephone. Kwame hears it first and rings you back before six.',
      'look.font': 'brand',
    },
  })
}

export async function seedVetsInArabic(demo: Demo): Promise<void> {
  const { designer } = demo
  const vets = await newClient(designer, 'Juniper Lane Vets, Arabic', brands.vets, 'ar')
  const { live } = await newSite(demo, vets, {
    host: 'vets',
    path: '/ar',
    name: 'juniper-lane.example/ar',
    platform: 'plain',
    form: 'element',
  })
  const everybody = await practice(designer, vets, 'juniper-ar')
  const opinions = await addConnected(designer, vets, {
    connector: 'reviews',
    key: 'b7 جونيبر لين البيطرية',
    label: 'Reviews in Arabic',
  })
  await refresh(opinions.id) // a snippet keeps the room of what there is when it is copied
  await live({
    kind: 'ringBack',
    name: 'Shall we ring you?',
    from: 'page',
    slot: 'ring-ar',
    widths: [350, 720, 400],
    settings: { switchboard: await seedTelephonesInArabic(designer, vets) },
  })
  await live({
    kind: 'team',
    name: 'Who you will meet',
    from: 'portraits',
    source: everybody.id,
    slot: 'portraits-ar',
  })
  await live({
    kind: 'reviews',
    name: 'What people say',
    from: 'row',
    source: opinions.id,
    slot: 'reviews-ar',
  })
  await live({
    kind: 'booking',
    name: 'Book a visit',
    from: 'month',
    slot: 'month-ar',
    settings: { calendar: await seedVisitsInArabic(designer, vets) },
  })
}
