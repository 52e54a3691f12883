/** Forms of a client: made, edited as a draft, published as numbered releases that all widgets with them show at once. */
import { QueryTypes, type Transaction } from 'sequelize'
import type { FormReleaseShape, FormShape } from '@/core/api/shapes'
import type { Form } from '@/core/forms/form'
import { formSchema } from '@/core/forms/shape'
import { problem, ProblemError } from '@/core/problems'
import { readyForms } from '@/kinds/questions/example'
import type { GivenForm } from '@/kinds/questions/kind'
import { db, inTransaction } from '../../db/db'
import type { FormRow } from '../../db/models/form'
import { renderShowing } from '../../jobs/queue'
import { demand, found, type Actor } from '../access/actor'
import { clientRow } from '../clients/clientRow'
import { named, refuseUsed, widgetsWith } from '../clients/named'

type Row = Omit<FormShape, 'updatedAt'> & { readonly updatedAt: Date }

const selected = `select f.id, f.client_id as "clientId", f.name, f.draft as form, f.draft_revision as "revision", f.live_number as "liveNumber",
  r.body as live, f.updated_at as "updatedAt",
  ${widgetsWith('f.id')} as widgets
  from forms f join form_releases r on r.form_id = f.id and r.number = f.live_number`

const shapeOf = (row: Row): FormShape => ({ ...row, updatedAt: row.updatedAt.toISOString() })

export async function listForms(actor: Actor, clientId: string): Promise<FormShape[]> {
  await clientRow(actor, clientId)
  const rows = await db().sequelize.query<Row>(`${selected} where f.client_id = $1 order by lower(f.name)`, {
    bind: [clientId],
    type: QueryTypes.SELECT,
  })
  return rows.map(shapeOf)
}

/** Within the agency. @throws ProblemError `missing` */
export async function getForm(actor: Actor, id: string, transaction?: Transaction): Promise<FormShape> {
  const [row] = await db().sequelize.query<Row>(`${selected} where f.id = $1 and f.agency_id = $2`, {
    bind: [id, actor.agencyId],
    type: QueryTypes.SELECT,
    ...(transaction ? { transaction } : {}),
  })
  return shapeOf(found(row ?? null, 'form'))
}

const lockedRow = async (actor: Actor, id: string, transaction: Transaction) =>
  found(
    await db().FormRow.findOne({ where: { id, agencyId: actor.agencyId }, transaction, lock: true }),
    'form',
  )

/**
 * @param from - id of a form to begin with: one of the ready ones
 * @throws ProblemError `form_named`, `missing`
 */
export async function createForm(
  actor: Actor,
  clientId: string,
  { name, from }: { readonly name: string; readonly from: string },
): Promise<FormShape> {
  demand(actor, 'designer')
  const client = await clientRow(actor, clientId)
  const { form } = found(
    readyForms.find((one) => one.id === from),
    'form to begin with',
  )
  return getForm(actor, await addForm(actor, client.id, name, form))
}

/**
 * Another form of the client's that asks the same, from its draft.
 * @throws ProblemError `form_named`, `missing`
 */
export async function copyForm(actor: Actor, id: string, name: string): Promise<FormShape> {
  demand(actor, 'designer')
  const { clientId, form } = await getForm(actor, id)
  return getForm(actor, await addForm(actor, clientId, name, form))
}

const addForm = (actor: Actor, clientId: string, name: string, draft: Form): Promise<string> =>
  named('form', name, () =>
    inTransaction(async (transaction) => {
      const facts = { agencyId: actor.agencyId, clientId, name, draft }
      const row = await db().FormRow.create(facts, { transaction })
      await release(actor, row, transaction)
      return row.id
    }),
  )

const mostReleases = 50

/** Newest first, each with what it asked: a draft can begin with any of them again. */
export async function listFormReleases(actor: Actor, id: string): Promise<FormReleaseShape[]> {
  await getForm(actor, id)
  const rows = await db().sequelize.query<{ number: number; at: Date; by: string | null; body: unknown }>(
    `select r.number, r.published_at as at, u.name as by, r.body from form_releases r left join users u on u.id = r.published_by
     where r.form_id = $1 order by r.number desc limit ${mostReleases}`,
    { bind: [id], type: QueryTypes.SELECT },
  )
  return rows.map(({ number, at, by, body }) => ({
    number,
    publishedAt: at.toISOString(),
    publishedBy: by ?? 'someone',
    form: formSchema.parse(body),
  }))
}

/** @throws ProblemError `form_named` */
export async function renameForm(actor: Actor, id: string, name: string): Promise<FormShape> {
  demand(actor, 'designer')
  await named('form', name, () =>
    inTransaction(async (transaction) => {
      const row = await lockedRow(actor, id, transaction)
      await row.update({ name, updatedAt: new Date() }, { transaction })
    }),
  )
  return getForm(actor, id)
}

/** @param seen - revision that the form was changed on. @throws ProblemError `draft_gone_ahead` */
export async function saveForm(actor: Actor, id: string, seen: number, form: Form): Promise<FormShape> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    refuseAhead(row, seen)
    await row.update(
      { draft: form, draftRevision: row.draftRevision + 1, updatedAt: new Date() },
      { transaction },
    )
  })
  return getForm(actor, id)
}

/** The draft becomes what visitors see, in every widget that has the form. @throws ProblemError `draft_gone_ahead` */
export async function publishForm(actor: Actor, id: string, seen: number): Promise<FormShape> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    refuseAhead(row, seen)
    await release(actor, row, transaction)
    await renderShowing([id], transaction)
  })
  return getForm(actor, id)
}

/** @throws ProblemError `form_used` while a widget has it, live or as a draft */
export async function deleteForm(actor: Actor, id: string): Promise<void> {
  demand(actor, 'designer')
  await inTransaction(async (transaction) => {
    const row = await lockedRow(actor, id, transaction)
    refuseUsed('form', await getForm(actor, id, transaction))
    await row.destroy({ transaction })
  })
}

function refuseAhead({ draftRevision }: { draftRevision: number }, seen: number): void {
  if (draftRevision !== seen)
    throw new ProblemError(problem('draft_gone_ahead', { seen, now: draftRevision }))
}

async function release(actor: Actor, row: FormRow, transaction: Transaction): Promise<void> {
  const number = row.liveNumber + 1
  await db().sequelize.query(
    'insert into form_releases (form_id, number, body, published_by) values ($1, $2, $3, $4)',
    {
      bind: [row.id, number, JSON.stringify(formSchema.parse(row.draft)), actor.userId],
      transaction,
    },
  )
  await row.update({ liveNumber: number, updatedAt: new Date() }, { transaction })
}

/** A release of a form; the live one where no number is given. @returns undefined where the client has no such form */
export async function releasedForm(
  clientId: string,
  formId: string,
  number?: number,
  transaction?: Transaction,
): Promise<GivenForm | undefined> {
  const [row] = await db().sequelize.query<{ body: unknown; number: number }>(
    `select r.body, r.number from forms f join form_releases r on r.form_id = f.id and r.number = coalesce($3, f.live_number)
     where f.id = $1 and f.client_id = $2`,
    { bind: [formId, clientId, number ?? null], type: QueryTypes.SELECT, transaction },
  )
  return row && { form: formSchema.parse(row.body), release: row.number }
}
