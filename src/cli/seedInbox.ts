/** What visitors of the demo have sent: kept by the same way as theirs, so that the inbox has something to look at. */
import { randomBytes } from 'node:crypto'
import { db } from '../server/db/db'
import { seedReads } from './seedHelp'
import { answersByKind } from '../server/visitors/all'
import { keepOnce } from '../server/visitors/keeping'
import { widgetFactsById } from '../server/visitors/widgetFacts'
import type { Actor } from '../server/services/access/actor'
import { answerSender, assign } from '../server/services/visitors/conversations'
import { readInbox } from '../server/services/visitors/inbox'

interface Sent {
  readonly widget: string
  readonly action: string
  readonly body: Record<string, unknown>
  readonly page: string
}

const newKey = () => randomBytes(16).toString('hex')

async function send(agencyId: string, { widget: name, action, body, page }: Sent): Promise<void> {
  const row = await db().Widget.findOne({ where: { name, agencyId }, rejectOnEmpty: true })
  const widget = (await widgetFactsById(row.id))!
  const { actions, tell, handlers } = answersByKind[widget.kind]!
  const { takes } = actions[action]!
  await keepOnce(
    { widget, action, key: newKey(), body, page, suspicion: undefined },
    () => tell(body, widget),
    (visit) => handlers[action]!(takes.parse(body), visit),
  )
}

/** @param site - origin of a stand-in, by its place among them */
export async function seedInbox(designer: Actor, site: (index: number) => string): Promise<void> {
  const ask = (answers: object): Sent => ({
    widget: 'Ask the practice',
    action: 'ask',
    body: { release: 1, answers },
    page: `${site(4)}/`,
  })
  const say = (talk: string, text: string, email?: string): Sent => ({
    widget: 'Ask the counter',
    action: 'say',
    body: { talk, text, files: [], ...(email ? { email } : {}) },
    page: `${site(3)}/`,
  })
  const all = [
    ask({
      subject: 'Our cat has not eaten since yesterday',
      beast: 'A cat',
      eating: 'Yesterday',
      more: 'She drinks and sleeps, and lets nobody near her left side.',
      name: 'Leopold Ferrers',
      mail: 'leopold.ferrers@harbourmail.example',
    }),
    ask({
      subject: 'Do you see hens?',
      beast: 'A hen or another bird',
      name: 'Isolde Marrow',
      mail: 'isolde@harbourmail.example',
    }),
  ]
  for (const one of all) await send(designer.agencyId, one)
  await seedReads(designer.agencyId)
  const rye = newKey()
  await send(
    designer.agencyId,
    say(
      rye,
      'Is there any rye left today? I’d come from Saltmere, so about forty minutes.',
      'tamsin.oakes@harbourmail.example',
    ),
  )
  const { submissions } = await readInbox(designer, { state: 'new' })
  const talk = submissions.find((one) => one.isTalk)!
  await assign(designer, talk.id, designer.userId)
  await answerSender(
    designer,
    talk.id,
    'Five left on the shelf. By half past three there may be none, so shall I put one under the counter?',
  )
  await send(designer.agencyId, say(rye, 'Yes please! And two knots if they survived lunch.'))
}
