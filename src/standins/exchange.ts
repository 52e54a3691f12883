/**
 * Penwether Exchange: telephones in a browser. It takes orders as docs/exchange.md describes them. Each telephone has a page where one
 * answers, listens, presses keys, speaks and hangs up; one that nobody looks at rings until its seconds are over.
 */
import type { IncomingMessage, ServerResponse } from 'node:http'
import { escapeHtml, json, propPage, readForm, send } from './html'

/** Telephones of the demo. Any other number gets a page as soon as it is rung. */
const known: Readonly<Record<string, string>> = {
  '+441632960110': 'Juniper Lane Vets, front desk',
  '+441632960115': 'Juniper Lane Vets, nurses’ room',
  '+447700900162': 'Juniper Lane Vets, Dr Hallam’s mobile',
  '+447700900318': 'A visitor, Marisol Penhaligon',
}

type Say = { readonly words?: string; readonly sound?: string }
interface Leg {
  readonly id: string
  readonly to: string
  readonly call: Call
  is: 'ringing' | 'picked up' | 'playing' | 'recording' | 'talking'
  say: readonly Say[]
  keys: string
  timer?: NodeJS.Timeout
}
interface Call {
  readonly id: string
  tell: string
  readonly legs: Map<string, Leg>
  readonly done: Set<number>
}
interface Order {
  readonly do: string
  readonly leg: string
  readonly to?: string
  readonly seconds?: number
  readonly say?: readonly Say[]
  readonly keys?: string
  readonly wait?: number
  readonly with?: string
}

/** Spoken words, by their length. */
const msOf = (say: readonly Say[]) => say.reduce((sum, { words = '' }) => sum + 500 + words.length * 45, 0)

export interface Exchange {
  handle(request: IncomingMessage, response: ServerResponse): Promise<void> | void
}

export function createExchange(key: string): Exchange {
  const calls = new Map<string, Call>()
  const engaged = new Set<string>()

  const legAt = (number: string): Leg | undefined => {
    for (const call of calls.values()) for (const leg of call.legs.values()) if (leg.to === number) return leg
    return undefined
  }
  async function tell({ tell: url }: Call, body: object | Uint8Array, query = ''): Promise<void> {
    const isSound = body instanceof Uint8Array
    for (const pause of [0, 500, 2_000]) {
      await new Promise((done) => setTimeout(done, pause))
      const answer = await fetch(url + query, {
        method: 'POST',
        headers: { 'Content-Type': isSound ? 'audio/wav' : 'application/json' },
        body: isSound ? Buffer.from(body) : JSON.stringify(body),
      }).catch(() => undefined)
      if (answer && answer.status < 500) return
    }
  }
  const end = (leg: Leg) => {
    clearTimeout(leg.timer)
    leg.call.legs.delete(leg.id)
    if (leg.call.legs.size === 0)
      setTimeout(() => leg.call.legs.size === 0 && calls.delete(leg.call.id), 60_000).unref()
  }
  const after = (leg: Leg, ms: number, then: () => void) => {
    clearTimeout(leg.timer)
    leg.timer = setTimeout(then, ms)
    leg.timer.unref()
  }

  function carryOut(call: Call, order: Order): void {
    if (order.do === 'ring') {
      const leg: Leg = { id: order.leg, to: order.to ?? '', call, is: 'ringing', say: [], keys: '' }
      const isEngaged = engaged.has(leg.to) || legAt(leg.to) !== undefined
      if (isEngaged) return void setTimeout(() => void tell(call, { is: 'busy', leg: leg.id }), 300)
      call.legs.set(leg.id, leg)
      return after(leg, (order.seconds ?? 20) * 1000, () => {
        end(leg)
        void tell(call, { is: 'unanswered', leg: leg.id })
      })
    }
    const leg = call.legs.get(order.leg)
    if (!leg) return
    if (order.do === 'hangUp') end(leg)
    if (order.do === 'play') {
      leg.is = 'playing'
      leg.say = order.say ?? []
      leg.keys = order.keys ?? ''
      after(leg, msOf(leg.say) + (order.wait ?? 0) * 1000, () => {
        leg.is = 'picked up'
        void tell(call, { is: 'played', leg: leg.id })
      })
    }
    if (order.do === 'record') {
      leg.is = 'recording'
      leg.say = []
      leg.keys = ''
      after(leg, (order.seconds ?? 60) * 1000, () => void speak(leg, ''))
    }
    if (order.do === 'join')
      for (const one of [leg, call.legs.get(order.with ?? '')])
        if (one) {
          clearTimeout(one.timer)
          Object.assign(one, { is: 'talking', say: [], keys: '' })
        }
  }

  async function speak(leg: Leg, words: string): Promise<void> {
    clearTimeout(leg.timer)
    const query = `?leg=${leg.id}&words=${encodeURIComponent(words)}`
    await tell(leg.call, hummed(words), query)
    if (leg.call.legs.has(leg.id)) end(leg)
  }

  async function act(number: string, form: URLSearchParams): Promise<void> {
    const what = form.get('do')
    if (what === 'engage') engaged.add(number)
    if (what === 'free') engaged.delete(number)
    const leg = legAt(number)
    if (!leg) return
    if (what === 'answer' && leg.is === 'ringing') {
      clearTimeout(leg.timer)
      leg.is = 'picked up'
      await tell(leg.call, { is: 'answered', leg: leg.id })
    }
    if (what === 'refuse' && leg.is === 'ringing') {
      end(leg)
      await tell(leg.call, { is: 'busy', leg: leg.id })
    }
    if (what === 'press' && leg.is === 'playing') {
      const pressed = form.get('key') ?? ''
      if (leg.keys.includes(pressed)) {
        clearTimeout(leg.timer)
        await tell(leg.call, { is: 'pressed', leg: leg.id, key: pressed })
      }
    }
    if (what === 'skip' && leg.is === 'playing') {
      clearTimeout(leg.timer)
      leg.is = 'picked up'
      await tell(leg.call, { is: 'played', leg: leg.id })
    }
    if (what === 'speak' && leg.is === 'recording') await speak(leg, form.get('words') ?? '')
    if (what === 'hang-up' && leg.is !== 'ringing') {
      end(leg)
      await tell(leg.call, { is: 'ended', leg: leg.id })
    }
  }

  const stateOf = (number: string) => {
    const leg = legAt(number)
    return {
      number,
      name: known[number] ?? 'Somebody',
      is: leg?.is ?? (engaged.has(number) ? 'engaged' : 'quiet'),
      say: leg?.is === 'playing' ? leg.say : [],
      keys: leg?.is === 'playing' ? leg.keys : '',
    }
  }
  const numbers = () => [
    ...new Set([
      ...Object.keys(known),
      ...[...calls.values()].flatMap((call) => [...call.legs.values()].map(({ to }) => to)),
    ]),
  ]

  return {
    async handle(request, response) {
      const url = new URL(request.url ?? '/', 'http://exchange')
      const ordered = /^\/calls\/([\w-]{1,60})$/.exec(url.pathname)
      if (ordered && request.method === 'POST') {
        if (request.headers.authorization !== `Bearer ${key}`) return send(response, 'no', {}, 401)
        const pieces: Buffer[] = []
        for await (const piece of request as AsyncIterable<Buffer>) pieces.push(piece)
        const {
          n,
          tell: to,
          orders,
        } = JSON.parse(Buffer.concat(pieces).toString()) as {
          n: number
          tell: string
          orders: Order[]
        }
        const id = ordered[1]!
        const call = calls.get(id) ?? { id, tell: to, legs: new Map(), done: new Set() }
        calls.set(id, call)
        if (!call.done.has(n)) for (const order of orders) carryOut(call, order)
        call.done.add(n)
        response.writeHead(204).end()
        return
      }
      if (url.pathname === '/api/phones') return json(response, numbers().map(stateOf))
      const phone = /^\/phone\/(\+\d{6,15})$/.exec(url.pathname)?.[1]
      if (phone && request.method === 'POST') {
        await act(phone, await readForm(request))
        if (request.headers.accept?.includes('json')) return json(response, stateOf(phone))
        response.writeHead(303, { Location: url.pathname }).end()
        return
      }
      if (phone) return send(response, phonePage(stateOf(phone)))
      if (url.pathname === '/')
        return send(
          response,
          propPage(
            'Penwether Exchange',
            `<p>Telephones of the demo. Open one, or several beside each other: it rings there.</p><ul id="all">${numbers()
              .map((number) => {
                const { name, is } = stateOf(number)
                return `<li><a href="/phone/${number}">${escapeHtml(number)}</a>, ${escapeHtml(name)}: <b>${is}</b></li>`
              })
              .join(
                '',
              )}</ul><script>setInterval(()=>fetch('/').then(r=>r.text()).then(t=>{const d=new DOMParser().parseFromString(t,'text/html');all.innerHTML=d.getElementById('all').innerHTML}),1500)</script>`,
          ),
        )
      send(response, propPage('No such telephone', ''), {}, 404)
    },
  }
}

function phonePage({
  number,
  name,
  is,
  say,
  keys,
}: {
  number: string
  name: string
  is: string
  say: readonly Say[]
  keys: string
}): string {
  const button = (what: string, words: string, more = '') =>
    `<form method="post" style="display:inline"><input type="hidden" name="do" value="${what}">${more}<button>${words}</button></form> `
  const heard = say
    .map(({ words, sound }) =>
      sound
        ? `<p><audio controls autoplay src="${escapeHtml(sound)}"></audio></p>`
        : `<blockquote>${escapeHtml(words ?? '')}</blockquote>`,
    )
    .join('')
  const body: Record<string, string> = {
    quiet: button('engage', 'Take the receiver off'),
    engaged: button('free', 'Put the receiver on'),
    ringing: button('answer', 'Answer') + button('refuse', 'Refuse it'),
    'picked up': button('hang-up', 'Hang up'),
    playing:
      heard +
      [...keys]
        .map((one) => button('press', `Press ${one}`, `<input type="hidden" name="key" value="${one}">`))
        .join('') +
      button('skip', 'Hear it to the end') +
      button('hang-up', 'Hang up'),
    recording: `<form method="post"><input type="hidden" name="do" value="speak"><p><label for="words">After the tone, say</label></p><textarea id="words" name="words" rows="3">Hello, it’s Marisol. Biscuit has been under the stove since this morning and does not want his breakfast.</textarea><p><button>Say it and hang up</button></p></form>`,
    talking: `<p>Both are on the line.</p>${button('hang-up', 'Hang up')}`,
  }
  return propPage(
    `Telephone ${number}`,
    `<p>${escapeHtml(name)}</p><h2 id="is" data-is="${is}">${is}</h2>${body[is] ?? ''}<p><a href="/">All telephones</a></p><script>setInterval(()=>fetch('/api/phones').then(r=>r.json()).then(all=>{const one=all.find(p=>p.number===${JSON.stringify(number)});const now=one?one.is+one.say.length+one.keys:'quiet0';if(now!==${JSON.stringify(is + String(say.length) + keys)})location.reload()}),700)</script>`,
  )
}

/** A voice without words, as long as they would take: WAV, 8 000 samples a second. */
function hummed(words: string): Buffer {
  const rate = 8_000
  const count = Math.round(Math.min(60, 1 + words.length * 0.07) * rate)
  const bytes = Buffer.alloc(44 + count * 2)
  bytes.write('RIFF', 0)
  bytes.writeUInt32LE(bytes.length - 8, 4)
  bytes.write('WAVEfmt ', 8)
  bytes.writeUInt32LE(16, 16)
  bytes.writeUInt16LE(1, 20)
  bytes.writeUInt16LE(1, 22)
  bytes.writeUInt32LE(rate, 24)
  bytes.writeUInt32LE(rate * 2, 28)
  bytes.writeUInt16LE(2, 32)
  bytes.writeUInt16LE(16, 34)
  bytes.write('data', 36)
  bytes.writeUInt32LE(count * 2, 40)
  for (let at = 0; at < count; at += 1) {
    const seconds = at / rate
    const letter = words.charCodeAt(Math.floor((at / count) * words.length)) || 32
    const isSpoken = letter > 64
    const tone = 120 + (letter % 24) * 6
    const syllable = Math.abs(Math.sin(seconds * 9)) * (0.4 + (letter % 7) / 10)
    const sample = isSpoken
      ? Math.sin(seconds * tone * 6.283) * syllable * 0.5 + Math.sin(seconds * tone * 12.57) * syllable * 0.2
      : 0
    bytes.writeInt16LE(Math.round(Math.max(-1, Math.min(1, sample)) * 20_000), 44 + at * 2)
  }
  return bytes
}
