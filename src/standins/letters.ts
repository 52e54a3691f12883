/** A service that sends letters to lists, by key: it takes people, and refuses addresses that it knows to be dead. */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeHtml, json, propPage, send } from './html'

export const lettersKey = 'saltmere-letters-demo-key'

interface Person {
  readonly email: string
  readonly isOn: boolean
  readonly consent: string
  readonly since: string
}
const mostBytes = 1_000_000
/** Mails to these came back before. */
const isDead = (email: string) => /@nowhere\./.test(email)

/** `/api/lists`, `POST /api/lists/<id>/people`, and `/` with who is on which list. What it knows is gone with the process. */
export function createLetters() {
  const lists = new Map([
    ['thursday', { name: 'The Thursday letter', people: new Map<string, Person>() }],
    ['seasons', { name: 'Four times a year', people: new Map<string, Person>() }],
  ])
  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const { pathname } = new URL(request.url ?? '/', 'http://letters')
    if (pathname === '/') return send(response, propPage('Saltmere Letters', pageOf(lists)))
    if (request.headers['x-key'] !== lettersKey) return json(response, { error: 'key' }, 401)
    if (pathname === '/api/lists')
      return json(response, {
        lists: [...lists].map(([id, { name, people }]) => ({ id, name, people: onIt(people).length })),
      })
    const list = lists.get(/^\/api\/lists\/(\w+)\/people$/.exec(pathname)?.[1] ?? '')
    if (!list || request.method !== 'POST') return json(response, { error: 'not here' }, 404)
    const { people } = JSON.parse(await textOf(request)) as { people: Person[] }
    const results = people.map((one) => {
      if (isDead(one.email)) return { email: one.email, taken: false, why: 'mails to this address came back' }
      list.people.set(one.email, one)
      return { email: one.email, taken: true }
    })
    json(response, { results })
  }
}

const onIt = (people: ReadonlyMap<string, Person>) => [...people.values()].filter((one) => one.isOn)

const pageOf = (lists: ReadonlyMap<string, { name: string; people: ReadonlyMap<string, Person> }>) =>
  `<p>Your key: <code>${lettersKey}</code></p>${[...lists.values()]
    .map(
      ({ name, people }) =>
        `<h2>${escapeHtml(name)}</h2><ul>${[...people.values()].map((one) => `<li>${escapeHtml(one.email)}${one.isOn ? '' : ' (has left)'}: ${escapeHtml(one.consent)}</li>`).join('')}</ul>`,
    )
    .join('')}`

async function textOf(request: IncomingMessage): Promise<string> {
  let text = ''
  for await (const piece of request) {
    text += String(piece)
    if (text.length > mostBytes) throw new Error('too large')
  }
  return text
}
