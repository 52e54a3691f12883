/** What the demo world is set up by: people, accounts elsewhere, widgets that are live on a stand-in page. */
import { randomBytes } from 'node:crypto'
import type { PageShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import type { Leaf } from '@/core/settings/field'
import { db } from '../../server/db/db'
import type { Actor } from '../../server/services/access/actor'
import { hashPassword } from '../../server/services/access/secrets'
import { changeClient, createClient } from '../../server/services/clients/clients'
import { addPage, addSite } from '../../server/services/sites/sites'
import { finishSignIn, startSignIn } from '../../server/services/sources/connections'
import { refresh } from '../../server/services/sources/refreshing'
import { addConnected } from '../../server/services/sources/sources'
import { publishNow, snippetsOf } from '../../server/services/widgets/releases'
import { answersByKind } from '../../server/visitors/all'
import { keepOnce } from '../../server/visitors/keeping'
import { widgetFactsById } from '../../server/visitors/widgetFacts'
import { changeDraft, changeWidget, createWidget } from '../../server/services/widgets/widgets'

export interface Live {
  client: string
  /** Origin of the stand-in that it is pasted into. */
  site: string
  /** `feed` when left out. */
  kind?: string
  name: string
  from: string
  /** Left out where the kind shows no entries. */
  source?: string
  /** Sources beside the first. */
  more?: readonly string[]
  page: PageShape
  slot: string
  form: 'element' | 'div' | 'bare' | 'frame' | 'link'
  /** How wide the slot is on a phone, a tablet and a computer, in px; `[350, 720, 1120]` when left out. */
  widths?: readonly [number, number, number]
  settings?: Readonly<Record<string, Leaf>>
}

/** Sets a widget up, publishes it, and pastes its snippet into the slot. */
async function makeLive(actor: Actor, facts: Live): Promise<void> {
  const widget = await createWidget(actor, facts.client, {
    kind: facts.kind ?? 'feed',
    name: facts.name,
    from: facts.from,
  })
  const { page } = facts
  const [phone, tablet, computer] = facts.widths ?? [350, 720, 1120]
  await changeWidget(actor, widget.id, {
    pageId: page.id,
    anchor: page.slots.find((slot) => slot.anchor.selector === `#${facts.slot}`)?.anchor ?? null,
    slotWidths: [
      { viewport: 390, width: phone },
      { viewport: 768, width: tablet },
      { viewport: 1280, width: computer },
    ],
  })
  const wanted: Readonly<Record<string, Leaf>> = {
    ...(facts.source ? { sources: [facts.source, ...(facts.more ?? [])] } : {}),
    ...facts.settings,
  }
  await changeDraft(
    actor,
    widget.id,
    0,
    Object.entries(wanted).map(([path, to]) => ({
      path,
      from: widget.settings[path] as Leaf,
      to,
      label: 'Set up',
    })),
  )
  await publishNow(actor, widget.id)
  const { forms } = await snippetsOf(actor, widget.id)
  await paste(`${facts.site}/edit`, facts.slot, forms.find((one) => one.form === facts.form)!.code)
}

type Common = Pick<Live, 'client' | 'site' | 'page' | 'form'>
export type MakeLive = (facts: Omit<Live, keyof Common> & Partial<Common>) => Promise<void>
/** @param common - holds for each widget that says nothing else */
const liveOn =
  (actor: Actor, common: Common): MakeLive =>
  (facts) =>
    makeLive(actor, { ...common, ...facts })

const hosts = {
  publisher: 4,
  kiln: 5,
  quay: 6,
  nursery: 7,
  network: 11,
  bakery: 17,
  vets: 18,
  tiles: 22,
  embeds: 23,
} as const

/** What each client of the demo is set up with. */
export interface Demo {
  readonly designer: Actor
  /** Origin of a stand-in. */
  at(name: keyof typeof hosts): string
}
export const demoOf = (designer: Actor, standinsPort: number): Demo => ({
  designer,
  at: (name) => `http://127.0.0.${hosts[name]}:${standinsPort}`,
})

/** @returns the client's id */
export async function newClient(actor: Actor, name: string, brand: Brand, locale = 'en-GB'): Promise<string> {
  const { id } = await createClient(actor, { name, locale, timeZone: 'Europe/London' })
  await changeClient(actor, id, { brand })
  return id
}

interface NewSite {
  readonly host: keyof typeof hosts
  /** Of its first page; `/` when left out. */
  readonly path?: string
  readonly name: string
  readonly platform: string
  /** In which form snippets are pasted. */
  readonly form: Live['form']
}

/** A client's site on a stand-in. @returns what makes widgets live on its first page, and what adds a page */
export async function newSite({ designer, at }: Demo, client: string, facts: NewSite) {
  const { host, path = '', name, platform, form } = facts
  const site = at(host)
  const { id, pages } = await addSite(designer, client, { address: site + path, name, platform })
  return {
    live: liveOn(designer, { client, site, page: pages[0]!, form }),
    page: (below: string) => addPage(designer, id, { address: site + below }),
  }
}

/** The page of an account at the picture network, read already, so that products can be linked to what it has. */
export async function pageOf({ designer, at }: Demo, client: string, account: string) {
  const source = await addConnected(designer, client, {
    connector: 'pictures',
    connectionId: await connectAccount(designer, client, account, at('network')),
    key: `page=${account}`,
    label: `The page of ${account}`,
  })
  await refresh(source.id)
  return source
}

export async function person(
  agencyName: string,
  email: string,
  name: string,
  password: string,
  role: Actor['role'],
): Promise<Actor> {
  const [agency] = await db().Agency.findOrCreate({
    where: { name: agencyName },
    defaults: { name: agencyName, limits: {} },
  })
  const user = await db().User.create({
    agencyId: agency.id,
    email,
    name,
    role,
    passwordHash: await hashPassword(password),
  })
  return { agencyId: agency.id, userId: user.id, role, sessionId: undefined }
}

/** Signs in at the account's own site and allows the connection, as its owner does. @returns the connection's id */
async function connectAccount(
  actor: Actor,
  clientId: string,
  account: string,
  network: string,
): Promise<string> {
  const { url } = await startSignIn(actor, clientId, 'pictures', '/')
  const query = [...new URL(url).searchParams]
  const send = (more: readonly [string, string][]) =>
    fetch(`${network}/authorize`, {
      method: 'POST',
      body: new URLSearchParams([...query, ...more]),
      redirect: 'manual',
    })
  const consent = await send([
    ['account', account],
    ['password', 'lumen'],
    ['step', 'sign-in'],
  ])
  const seal = /name="seal" value="([^"]+)"/.exec(await consent.text())?.[1] ?? ''
  const allowed = await send([
    ['seal', seal],
    ['step', 'allow'],
  ])
  const back = new URL(allowed.headers.get('location') ?? '').searchParams
  const path = await finishSignIn(actor, { state: back.get('state') ?? '', code: back.get('code') ?? '' })
  return new URLSearchParams(path.split('?')[1]).get('connected')!
}

/** Saves the snippet into a slot of the site's editor, as a designer does. */
async function paste(editor: string, slot: string, snippet: string): Promise<void> {
  const answer = await fetch(editor, { method: 'POST', body: new URLSearchParams({ slot, snippet }) })
  if (!answer.ok) throw new Error(`${editor} answered ${answer.status} to a pasted snippet`)
}

/** Sent by a visitor of the demo. It takes the same way as what a real visitor sends. */
export interface Sent {
  readonly widget: string
  readonly action: string
  readonly body: Record<string, unknown>
  readonly page: string
}

const newKey = () => randomBytes(16).toString('hex')

export async function sendAsVisitor(
  agencyId: string,
  { widget: name, action, body, page }: Sent,
): Promise<void> {
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
