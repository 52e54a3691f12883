/** What people around the hall post themselves, and a publisher that pays for whom the hall sends. */
import type { PageShape } from '@/core/api/shapes'
import { readyForms } from '@/kinds/questions/example'
import type { Actor } from '../../server/services/access/actor'
import { setPartner } from '../../server/services/sources/partners'
import { setPolicy } from '../../server/services/sources/sources'
import { startCatalogue } from '../../server/services/sources/tables'
import { decidePosted } from '../../server/services/visitors/decidePosted'
import { createForm, publishForm, saveForm } from '../../server/services/visitors/forms'
import { readInbox, sortSubmissions } from '../../server/services/visitors/inbox'
import { sendAsVisitor, type MakeLive } from './tools'

/** @returns the catalogue of what is posted */
export async function seedNeighbours(designer: Actor, client: string): Promise<string> {
  const { id } = await startCatalogue(designer, client, { name: 'Posted by neighbours', type: 'Event' })
  await setPolicy(designer, id, 'wait')
  return id
}

/** The county's calendar sells tickets, and pays for whom it is sent. */
export const seedPartner = (designer: Actor, sourceId: string, publisher: string): Promise<unknown> =>
  setPartner(designer, sourceId, {
    mark: 'from=old-quay',
    rate: 8,
    report: `${publisher}/quay/sales.json?from=old-quay`,
  })

const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)

export async function seedPosting(
  designer: Actor,
  client: string,
  catalogue: string,
  page: PageShape,
  live: MakeLive,
): Promise<void> {
  const ready = readyForms.find(({ id }) => id === 'event')!.form
  const { id, revision } = await createForm(designer, client, { name: 'Post an event', from: 'event' })
  await saveForm(designer, id, revision, {
    ...ready,
    mailTo: ['desk@old-quay.example'],
    posts: { ...ready.posts, source: catalogue },
  })
  await publishForm(designer, id, revision + 1)
  await live({
    kind: 'questions',
    name: 'Post an event',
    from: 'page',
    page,
    slot: 'post-event',
    widths: [350, 720, 720],
    settings: {
      form: id,
      'look.font': 'brand',
      'heading.text': 'Something is on near you?',
      'form.intro':
        'Tell us, and it stands among our dates as soon as we have read it. You can change it at any time.',
      'form.send': 'Post it',
      'form.after': 'We read it in the afternoon. The link in our letter changes it, or takes it back.',
    },
  })
  const post = (answers: object) =>
    sendAsVisitor(designer.agencyId, {
      widget: 'Post an event',
      action: 'ask',
      body: { release: 2, answers },
      page: page.url,
    })
  await post({
    what: 'Herring supper and a sing-song',
    day: inDays(9),
    time: '18:30',
    where: 'Chapel room, Saltmere',
    code: 'QM1 2AB',
    sort: 'Music',
    more: 'Bring a plate and one song that everybody knows.',
    page: 'https://saltmere-chapel.example/supper',
    name: 'Isolde Marrow',
    mail: 'isolde@harbourmail.example',
  })
  const [supper] = (await readInbox(designer, { state: 'all', clientId: client })).submissions
  await decidePosted(designer, supper!.id, false)
  await sortSubmissions(designer, [supper!.id], { state: 'done' })
  await post({
    what: 'Jumble sale for the bell rope',
    day: inDays(16),
    time: '10:00',
    where: 'St Osyth’s, Tidewell',
    sort: 'Market',
    more: 'Coats, crockery, and the old bell rope by the yard.',
    name: 'Leopold Ferrers',
    mail: 'leopold.ferrers@harbourmail.example',
  })
}
