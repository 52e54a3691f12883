/** Saltmere Letters, by key: sends letters to those who signed up. It takes people; it gives no items. */
import * as z from 'zod'
import type { Connector } from './connector'

const lists = z.object({
  lists: z.array(z.object({ id: z.string(), name: z.string(), people: z.int() })),
})
const taken = z.object({
  results: z.array(z.object({ email: z.string(), taken: z.boolean(), why: z.string().optional() })),
})

export const letters: Connector = {
  id: 'letters',
  label: 'Saltmere Letters',
  hint: 'Sends letters to lists',
  signIn: 'key',
  keyHeader: 'x-key',
  async list(access) {
    const { lists: all } = await access.json('/api/lists', lists)
    return {
      account: 'by key',
      showable: all.map(({ id, name, people }) => ({
        key: id,
        label: name,
        hint: `${people} on it`,
        group: 'Lists',
      })),
    }
  },
  async receive(access, key, people) {
    const { results } = await access.json(`/api/lists/${encodeURIComponent(key)}/people`, taken, { people })
    return new Map(
      results.filter((one) => !one.taken).map((one) => [one.email, one.why ?? 'no reason was given']),
    )
  },
}
