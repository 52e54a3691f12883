/**
 * Stand-in: a network for pictures and posts. OAuth 2.0 authorisation code with PKCE (RFC 6749, RFC 7636), a sign-in and
 * a consent page, and an API of its own. `/control` drops everybody's consent, as an owner who thinks twice would.
 */
import { createHash, createHmac, randomUUID, timingSafeEqual } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { publications } from './entries'
import { escapeHtml, propPage, readForm, send } from './html'
import { drawPicture, drawPortrait, drawSitePicture } from './pictures'
import { shownBy, type Shown } from './shown'
import type { State } from './state'

const people = [
  'marlowick.bakery',
  'kiln.and.tide',
  'wick.and.willow',
  'old.quay.hall',
  'ada.testwood',
  'bo.sampler',
] as const
/** Who follows everybody, and whose portrait stands for them. */
const fans = ['oda.brask', 'wilf.tanner', 'maren.solberg', 'leo.nightingale', 'rosalind.achebe'] as const
const fanDrawn = ['ines', 'tobias', 'yusra', 'kwame', 'anneliese'] as const
/** What accounts say of themselves. */
const said: Readonly<Record<string, string>> = {
  'kiln.and.tide': 'Three potters and a tide table.',
  'wick.and.willow': 'Hester and Bo write most of it. The robin writes nothing but is in all the pictures.',
}
const nameOf = (account: string) =>
  ({ 'kiln.and.tide': 'Kiln & Tide', 'wick.and.willow': 'Wick & Willow' })[account] ??
  account
    .split('.')
    .map((part) => part.charAt(0).toUpperCase() + part.slice(1))
    .join(' ')
const motifs = ['loaf', 'pot', 'leaf', 'note'] as const
const topics = ['bread', 'clay', 'garden', 'songs'] as const
const groups: Readonly<Record<string, readonly string[]>> = {
  'Quay neighbours': ['marlowick.bakery', 'kiln.and.tide', 'old.quay.hall'],
  'Green fingers': ['wick.and.willow', 'ada.testwood'],
}
const hourMs = 3_600_000
const accessMs = 10 * 60_000
const refreshMs = 90 * 24 * hourMs
const codeMs = 60_000
const pageSize = 12
const secret = 'a prop keeps no secrets'

interface Post {
  id: string
  by: string
  about: string
  text: string
  topic: string
  at: number
  likes: number
  seed: number
  shown?: Shown
  answers?: string
  from?: string
  closed: boolean
  likedBy: string
}

export function createNetwork(origin: string, state: State, save: () => void) {
  const posts: Post[] = Array.from({ length: 96 }, (_one, at) => {
    const who = at % people.length
    const publication = publications[at % publications.length]!
    const entry = publication.entries[at % publication.entries.length]!
    const all = shownBy[people[who]!]
    const shown = all?.[Math.floor(at / people.length) % all.length]
    return {
      id: `p${1000 + at}`,
      by: people[who]!,
      about: people[(who + 2) % people.length]!,
      text: `${shown?.words ?? `${entry.title}. ${entry.text.split('. ')[0]}.`} #${topics[who % topics.length]}`,
      topic: topics[who % topics.length]!,
      at: Date.parse(state.epoch) - at * 7 * hourMs,
      likes: (at * 37) % 211,
      seed: at,
      ...(shown ? { shown } : {}),
      ...(at % 11 === 5 ? { answers: `${origin}/post/p${1000 + at + 1}` } : {}),
      ...(at % 13 === 7 ? { from: people[(who + 1) % people.length]! } : {}),
      closed: at % 17 === 9,
      likedBy: people[(who + 3) % people.length]!,
    }
  })
  const ended = () => state.ended ?? []
  const sign = (facts: object) => {
    const body = Buffer.from(JSON.stringify(facts)).toString('base64url')
    return `${body}.${createHmac('sha256', secret).update(body).digest('base64url')}`
  }
  const opened = (token: string, kind: string): { user: string; [key: string]: unknown } | undefined => {
    const [body = '', mark = ''] = token.split('.')
    const wanted = createHmac('sha256', secret).update(body).digest()
    const given = Buffer.from(mark, 'base64url')
    if (given.length !== wanted.length || !timingSafeEqual(given, wanted)) return undefined
    const facts = JSON.parse(Buffer.from(body, 'base64url').toString()) as {
      kind: string
      user: string
      until: number
      round: number
      id: string
      grant: string
    }
    const isOver = ended().includes(facts.id) || ended().includes(facts.grant)
    return facts.kind === kind &&
      facts.until > Date.now() &&
      facts.round === (state.consentRound ?? 0) &&
      !isOver
      ? { ...facts }
      : undefined
  }
  const tokenFor = (kind: string, user: string, lasts: number, more: object = {}) =>
    sign({ kind, user, until: Date.now() + lasts, round: state.consentRound ?? 0, id: randomUUID(), ...more })
  /** A code and a refresh token work once, and what was given back works no more. */
  const end = (id: unknown) => {
    state.ended = [...ended(), String(id)].slice(-1000)
    save()
  }
  const tokensFor = (user: string, grant: unknown) => ({
    access_token: tokenFor('access', user, accessMs, { grant }),
    refresh_token: tokenFor('refresh', user, refreshMs, { grant }),
    token_type: 'Bearer',
    expires_in: accessMs / 1000,
    scope: 'read',
  })
  const json = (response: ServerResponse, body: unknown, status = 200) =>
    send(
      response,
      JSON.stringify(body),
      { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' },
      status,
    )

  function askSignIn(response: ServerResponse, query: URLSearchParams, fault = ''): void {
    const carried = [...query]
      .map(([name, value]) => `<input type="hidden" name="${escapeHtml(name)}" value="${escapeHtml(value)}">`)
      .join('')
    send(
      response,
      propPage(
        'Lumenfold',
        `<p>Sign in to let <b>Yimble</b> read what you choose. Any account below works, with the password <code>lumen</code>.</p>${fault ? `<p role="alert"><b>${fault}</b></p>` : ''}<form method="post" action="/authorize">${carried}<p><label>Account <select name="account">${people.map((one) => `<option>${one}</option>`).join('')}</select></label></p><p><label>Password <input name="password" type="password" autocomplete="off"></label></p><button name="step" value="sign-in">Sign in</button></form>`,
      ),
      {},
      fault ? 401 : 200,
    )
  }
  function askConsent(response: ServerResponse, form: URLSearchParams): void {
    const carried = [...form]
      .filter(([name]) => !['password', 'step'].includes(name))
      .map(([name, value]) => `<input type="hidden" name="${escapeHtml(name)}" value="${escapeHtml(value)}">`)
      .join('')
    send(
      response,
      propPage(
        'Lumenfold',
        `<p>You are <b>${escapeHtml(form.get('account') ?? '')}</b>. Yimble asks to:</p><ul><li>read posts, collections and kept groups</li><li>see who follows</li></ul><form method="post" action="/authorize">${carried}<input type="hidden" name="seal" value="${tokenFor('signed-in', form.get('account') ?? '', codeMs * 10)}"><button name="step" value="allow">Allow</button> <button name="step" value="refuse">Refuse</button></form>`,
      ),
    )
  }
  function goBack(response: ServerResponse, form: URLSearchParams, answer: Record<string, string>): void {
    const back = new URL(form.get('redirect_uri') ?? '')
    for (const [name, value] of Object.entries({ ...answer, state: form.get('state') ?? '' }))
      back.searchParams.set(name, value)
    response.writeHead(303, { Location: back.href }).end()
  }
  function give(response: ServerResponse, form: URLSearchParams): void {
    if (form.get('client_id') !== 'yimble') return json(response, { error: 'invalid_client' }, 401)
    if (form.get('grant_type') === 'refresh_token') {
      const facts = opened(form.get('refresh_token') ?? '', 'refresh')
      if (!facts) return json(response, { error: 'invalid_grant' }, 400)
      end(facts.id)
      return json(response, tokensFor(facts.user, facts.grant))
    }
    const facts = opened(form.get('code') ?? '', 'code')
    const proof = createHash('sha256')
      .update(form.get('code_verifier') ?? '')
      .digest('base64url')
    if (!facts || facts.challenge !== proof || facts.back !== form.get('redirect_uri'))
      return json(response, { error: 'invalid_grant' }, 400)
    end(facts.id)
    json(response, tokensFor(facts.user, randomUUID()))
  }

  function sendPosts(response: ServerResponse, query: URLSearchParams): void {
    const tests: Readonly<Record<string, (post: Post, value: string) => boolean>> = {
      by: (post, value) => post.by === value,
      about: (post, value) => post.about === value,
      liked: (post, value) => post.likedBy === value,
      topic: (post, value) => post.topic === value,
      words: (post, value) => post.text.toLowerCase().includes(value.toLowerCase()),
      group: (post, value) => (groups[value] ?? []).includes(post.by),
      collection: (post, value) => post.by === value.split('/')[0] && post.topic === value.split('/')[1],
    }
    const found = posts.filter((post) =>
      Object.entries(tests).every(([name, test]) => !query.has(name) || test(post, query.get(name)!)),
    )
    const from = Number(query.get('cursor') ?? 0) || 0
    json(response, {
      total: found.length,
      next: from + pageSize < found.length ? String(from + pageSize) : null,
      posts: found.slice(from, from + pageSize).map((post) => ({
        id: post.id,
        link: `${origin}/post/${post.id}`,
        keep: `${origin}/keep/${post.id}`,
        words: post.text,
        account: post.by,
        picture: post.shown
          ? `${origin}/pictures/${post.shown.site}/${post.shown.at}.jpg`
          : `${origin}/pictures/${post.seed}.jpg`,
        picture_size: post.shown?.size ?? [1200, 800],
        when: new Date(post.at).toISOString(),
        hearts: post.likes,
        marks: [post.topic],
        answer_to: post.answers ?? null,
        first_by: post.from ?? null,
        audience: post.closed ? 'friends' : 'everyone',
      })),
    })
  }

  return async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', origin)
    const query = url.searchParams
    const picture = /^\/pictures\/(\d+)\.jpg$/.exec(url.pathname)
    if (picture)
      return send(
        response,
        await drawPicture(motifs[Number(picture[1]) % motifs.length]!, Number(picture[1])),
        { 'Content-Type': 'image/jpeg' },
      )
    const portrait = /^\/portraits\/([a-z]+)\.jpg$/.exec(url.pathname)
    if (portrait)
      return send(
        response,
        (await drawPortrait(portrait[1]!)) ?? (await drawPicture('leaf', portrait[1]!.length)),
        { 'Content-Type': 'image/jpeg' },
      )
    const [, site, drawing] = /^\/pictures\/(kiln|nursery)\/(\d+)\.jpg$/.exec(url.pathname) ?? []
    const drawn = site && (await drawSitePicture(site, Number(drawing)))
    if (drawn) return send(response, drawn, { 'Content-Type': 'image/jpeg' })
    if (url.pathname === '/authorize' && request.method === 'GET') return askSignIn(response, query)
    if (url.pathname === '/authorize') {
      const form = await readForm(request)
      if (form.get('step') === 'sign-in')
        return form.get('password') === 'lumen'
          ? askConsent(response, form)
          : askSignIn(
              response,
              new URLSearchParams(
                [...form].filter(([name]) => !['account', 'password', 'step'].includes(name)),
              ),
              'That password is not right. It is “lumen”.',
            )
      if (form.get('step') === 'refuse') return goBack(response, form, { error: 'access_denied' })
      const facts = opened(form.get('seal') ?? '', 'signed-in')
      return facts
        ? goBack(response, form, {
            code: tokenFor('code', facts.user, codeMs, {
              challenge: form.get('code_challenge'),
              back: form.get('redirect_uri'),
            }),
          })
        : askSignIn(response, form)
    }
    if (url.pathname === '/token' && request.method === 'POST') return give(response, await readForm(request))
    if (url.pathname === '/revoke' && request.method === 'POST') {
      const given = (await readForm(request)).get('token') ?? ''
      const facts = opened(given, 'refresh') ?? opened(given, 'access')
      if (facts) end(facts.grant)
      return json(response, {})
    }
    if (url.pathname === '/control') {
      if (query.has('drop')) {
        state.consentRound = (state.consentRound ?? 0) + 1
        save()
      }
      return send(
        response,
        propPage(
          'Lumenfold: consents',
          `<p>Consent has been taken back ${state.consentRound ?? 0} times.</p><p><a href="/control?drop=1">Take everybody’s consent back</a></p>`,
        ),
      )
    }
    if (url.pathname.startsWith('/api/')) {
      const facts = opened(/^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1] ?? '', 'access')
      if (!facts) return json(response, { error: 'sign in again' }, 401)
      if (url.pathname === '/api/posts') return sendPosts(response, query)
      if (url.pathname === '/api/account') {
        const of = query.get('of') ?? ''
        return json(response, {
          account: of,
          name: nameOf(of),
          about: said[of] ?? 'Says nothing of itself yet.',
          picture: `${origin}/pictures/${people.indexOf(of as never) + 20}.jpg`,
          link: `${origin}/${of}`,
          followers: 1206 + 37 * of.length,
        })
      }
      if (url.pathname === '/api/followers')
        return json(response, {
          people: [...fans, ...people.filter((one) => one !== query.get('of'))].map((one) => ({
            account: one,
            name: nameOf(one),
            picture: `${origin}/portraits/${fans.indexOf(one as never) < 0 ? 'prudence' : fanDrawn[fans.indexOf(one as never)]}.jpg`,
            link: `${origin}/${one}`,
          })),
        })
      if (url.pathname === '/api/showable')
        return json(response, {
          me: facts.user,
          accounts: people,
          topics,
          groups: Object.keys(groups),
          collections: [
            `${facts.user}/${topics[Math.max(0, people.indexOf(facts.user as never)) % topics.length]}`,
          ],
        })
    }
    const [, way, id] = /^\/(post|keep)\/(\w+)$/.exec(url.pathname) ?? []
    const post = posts.find((one) => one.id === id)
    if (post) {
      const told = way === 'keep' ? 'Kept for you, if you were signed in:' : `${escapeHtml(post.by)} wrote:`
      return send(
        response,
        propPage('Lumenfold', `<p>${told}</p><blockquote>${escapeHtml(post.text)}</blockquote>`),
      )
    }
    send(
      response,
      propPage('Lumenfold', '<p>A network for pictures and posts. Sign in from the studio.</p>'),
      {},
      url.pathname === '/' ? 200 : 404,
    )
  }
}
