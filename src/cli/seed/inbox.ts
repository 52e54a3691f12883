/** What visitors of the demo have sent: kept by the same way as theirs, so that the inbox has something to look at. */
import { randomBytes } from 'node:crypto'
import { seedReads } from './help'
import { sendAsVisitor, type Demo, type Sent } from './tools'
import { answerSender, assign } from '../../server/services/visitors/conversations'
import { readInbox } from '../../server/services/visitors/inbox'

export async function seedInbox({ designer, at }: Demo): Promise<void> {
  const ask = (answers: object): Sent => ({
    widget: 'Ask the practice',
    action: 'ask',
    body: { release: 1, answers },
    page: `${at('vets')}/`,
  })
  const say = (talk: string, text: string, email?: string): Sent => ({
    widget: 'Ask the counter',
    action: 'say',
    body: { talk, text, files: [], ...(email ? { email } : {}) },
    page: `${at('bakery')}/`,
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
  for (const one of all) await sendAsVisitor(designer.agencyId, one)
  await seedReads(designer.agencyId)
  const rye = randomBytes(16).toString('hex')
  await sendAsVisitor(
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
  await sendAsVisitor(designer.agencyId, say(rye, 'Yes please! And two knots if they survived lunch.'))
}
