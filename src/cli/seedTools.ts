/** What the demo world is set up by: people, accounts elsewhere, widgets that are live on a stand-in page. */
import { randomBytes } from 'node:crypto'
import type { PageShape } from '@/core/api/shapes'
import type { Leaf } from '@/core/settings/field'
import { db } from '../server/db/db'
import type { Actor } from '../server/services/access/actor'
import { hashPassword } from '../server/services/access/secrets'
import { finishSignIn, startSignIn } from '../server/services/sources/connections'
import { publishNow, snippetsOf } from '../server/services/widgets/releases'
import { answersByKind } from '../server/visitors/all'
import { keepOnce } from '../server/visitors/keeping'
import { widgetFactsById } from '../server/visitors/widgetFacts'
import { changeDraft, changeWidget, createWidget } from '../server/services/widgets/widgets'

export interface Live {
  client: string
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
  standin: number
  widths: readonly [number, number, number]
  settings?: Readonly<Record<string, Leaf>>
}

/** Sets a widget up, publishes it, and pastes its snippet into the slot. @param site - origin of the stand-in */
export async function makeLive(actor: Actor, site: string, facts: Live): Promise<void> {
  const widget = await createWidget(actor, facts.client, {
    kind: facts.kind ?? 'feed',
    name: facts.name,
    from: facts.from,
  })
  const { page } = facts
  const [phone, tablet, computer] = facts.widths
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
  await paste(`${site}/edit`, facts.slot, forms.find((one) => one.form === facts.form)!.code)
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
export async function connectAccount(
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

/** What a visitor of the demo sends, kept by the same way as theirs. */
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
