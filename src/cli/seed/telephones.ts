/** The telephones of the vets, in two languages: who is tried first, and what is said when nobody can come. */
import { switchboardSchema, type Switchboard } from '@/core/ring/shape'
import type { Actor } from '../../server/services/access/actor'
import { createSwitchboard, saveSwitchboard } from '../../server/services/ring/switchboards'
import { turnOfTheYear } from './visits'

type Phones = Switchboard['phones']

const open = ['Mo-Sa 08:00-18:30']
/** @param nights - the last of them is there day and night */
const phones = (names: readonly [string, string, string], nights: boolean): Phones => [
  { id: 'desk', name: names[0], number: '01632 960110', seconds: 15, hours: open },
  { id: 'nurses', name: names[1], number: '01632 960115', seconds: 20, hours: open },
  { id: 'hallam', name: names[2], number: '07700 900162', seconds: 20, hours: nights ? [] : open },
]

async function seed(
  actor: Actor,
  clientId: string,
  name: string,
  all: Phones,
  text: string,
  holidays: string,
): Promise<string> {
  const { id, revision } = await createSwitchboard(actor, clientId, name)
  const board = switchboardSchema.parse({
    phones: all,
    exceptions: [{ ...turnOfTheYear(Date.now()), words: holidays }],
    greeting: { as: 'words', text },
    countries: ['GB'],
    mailTo: ['nurses@juniper-lane.example'],
  })
  await saveSwitchboard(actor, id, revision, board)
  return id
}

export const seedTelephones = (actor: Actor, clientId: string): Promise<string> =>
  seed(
    actor,
    clientId,
    'The practice',
    phones(['Front desk', 'Nurses’ room', 'Dr Hallam’s mobile'], true),
    'All hands are on animals just now. Say who you are, who it is about, and what you see.',
    'Over the turn of the year',
  )

export const seedTelephonesInArabic = (actor: Actor, clientId: string): Promise<string> =>
  seed(
    actor,
    clientId,
    'العيادة',
    phones(['الاستقبال', 'غرفة الممرضات', 'هاتف الدكتورة هالام'], false),
    'كل الأيدي مشغولة بالحيوانات الآن. قل من أنت، وعمّن تتحدث، وماذا ترى.',
    'رأس السنة',
  )
