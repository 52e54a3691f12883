/**
 * `./yimble agency add NAME --owner ADDRESS` and `./yimble user invite|reset ADDRESS`: people, from a shell. Each prints a
 * link by which the person sets name and password.
 */
import type { LinkShape } from '@/core/api/shapes'
import { ProblemError } from '@/core/problems'
import type { Role } from '../server/services/access/actor'
import { productionEnv } from './start'
import { Stop } from './stop'
import { say } from './world'

const usage = `./yimble agency add NAME --owner ADDRESS
  ./yimble user invite ADDRESS [--role viewer|designer|owner] [--agency NAME]
  ./yimble user reset ADDRESS`

export const agency = (args: readonly string[]): Promise<number> =>
  people(args, async ({ words: [verb, name], options }) => {
    const owner = options.get('owner')
    if (verb !== 'add' || !name || !owner) throw new Stop(usage, 2)
    return (await import('../server/services/access/team')).addAgency(name, owner)
  })

export const user = (args: readonly string[]): Promise<number> =>
  people(args, async ({ words: [verb, email], options }) => {
    if (!email || !email.includes('@')) throw new Stop(usage, 2)
    const team = await import('../server/services/access/team')
    if (verb === 'reset') return team.resetByEmail(email)
    const role = options.get('role') ?? 'designer'
    if (verb !== 'invite' || !['viewer', 'designer', 'owner'].includes(role)) throw new Stop(usage, 2)
    return team.inviteInto(options.get('agency'), email, role as Role)
  })

interface Words {
  readonly words: readonly string[]
  readonly options: ReadonlyMap<string, string>
}

async function people(args: readonly string[], make: (words: Words) => Promise<LinkShape>): Promise<number> {
  Object.assign(process.env, productionEnv(), { YIMBLE_LOG_LEVEL: 'error' })
  const { createDatabase } = await import('../server/db/createDatabase')
  const { migrate } = await import('../server/db/migrate')
  const { closeDatabase } = await import('../server/db/db')
  try {
    await createDatabase()
    await migrate()
    const { url, email, expiresAt } = await make(parted(args))
    say(`Send this link to ${email}. It works once, until ${expiresAt.slice(0, 10)}:`)
    console.log(url)
    return 0
  } catch (error) {
    if (error instanceof ProblemError) throw new Stop(error.message)
    throw error
  } finally {
    await closeDatabase()
  }
}

/** `--name value` anywhere; the rest are words. */
function parted(args: readonly string[]): Words {
  const words: string[] = []
  const options = new Map<string, string>()
  for (let at = 0; at < args.length; at += 1) {
    const [, name] = /^--(\w+)$/.exec(args[at]!) ?? []
    if (!name) words.push(args[at]!)
    else if (args[at + 1] === undefined) throw new Stop(`--${name} needs a value after it`, 2)
    else options.set(name, args[(at += 1)]!)
  }
  return { words, options }
}
