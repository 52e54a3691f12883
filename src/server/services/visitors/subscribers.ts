/** Who is on a list: asked by mail first, confirmed and ended by the link in it. */
import { QueryTypes, type Transaction } from 'sequelize'
import { say } from '@/core/locale/phrase'
import { db, inTransaction } from '../../db/db'
import { env } from '../../env'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import type { WidgetFacts } from '../../visitors/answers'
import { isSigned, signatureOf } from '../../signatures'
import { newToken } from '../access/secrets'
import { announce } from './announcing'
import { carryOn } from './carrying'
import { subscriberWords as words } from './subscriberWords'

/** Sends the mail again to somebody who asks again, after a minute and a few times a day: the first may be lost. */
const again = { afterMinutes: 1, maxPerDay: 4 } as const

const leavePurpose = 'leave links'
/** Takes one subscriber off and does nothing else: for letters that are sent to the list from elsewhere. */
export const leaveLink = (id: string): string =>
  `${env().YIMBLE_DELIVERY_URL}/l/${id}/${signatureOf(leavePurpose, id)}/leave`
export const isLeaveLink = (id: string, signature: string): boolean => isSigned(leavePurpose, id, signature)
export const tokenOf = async (id: string): Promise<string | undefined> =>
  (await db().Subscriber.findByPk(id, { attributes: ['token'] }))?.token

interface Asked {
  readonly listId: string
  /** In small letters. */
  readonly email: string
  readonly consent: string
  readonly page: string
  readonly widget: Pick<WidgetFacts, 'clientId' | 'clientName' | 'locale'>
}

/**
 * Keeps the wish and sends the mail that asks for a confirmation. Somebody who is on the list stays as they are, and their mail says
 * so: the page tells everybody the same, so that it tells a stranger nothing.
 */
export async function askToConfirm(
  { listId, email, consent, page, widget }: Asked,
  transaction: Transaction,
): Promise<void> {
  const [row] = await db().sequelize.query<{ token: string; isOn: boolean }>(
    `insert into subscribers as s (list_id, email, token, consent, page, locale)
     select l.id, $2, $3, $4, $5, $6 from lists l where l.id = $1 and l.client_id = $9
     on conflict (list_id, email) do update set mailed_at = now(),
       letters = case when s.mailed_at < now() - interval '1 day' then 1 else s.letters + 1 end,
       state = case s.state when 'confirmed' then s.state else 'asked' end,
       consent = case s.state when 'confirmed' then s.consent else excluded.consent end,
       page = case s.state when 'confirmed' then s.page else excluded.page end,
       asked_at = case s.state when 'confirmed' then s.asked_at else now() end, locale = excluded.locale
     where s.state = 'left' or s.mailed_at < now() - interval '1 day' or (s.mailed_at < now() - make_interval(mins => $7) and s.letters < $8)
     returning token, state = 'confirmed' as "isOn"`,
    {
      bind: [
        listId,
        email,
        newToken(),
        consent,
        page,
        widget.locale,
        again.afterMinutes,
        again.maxPerDay,
        widget.clientId,
      ],
      type: QueryTypes.SELECT,
      transaction,
    },
  )
  if (!row) return
  const { clientName, locale } = widget
  const name = (text: string) => text.replaceAll('{name}', clientName)
  const url = `${env().YIMBLE_DELIVERY_URL}/l/${row.token}`
  const letter = row.isOn
    ? writeLetter({
        locale,
        subject: name(say(words.alreadySubject, locale)),
        paragraphs: [name(say(words.confirmed, locale)).replaceAll('{email}', () => email)],
        links: [{ words: say(words.leave, locale), url: `${url}/leave` }],
      })
    : writeLetter({
        locale,
        subject: name(say(words.subject, locale)),
        paragraphs: [name(say(words.asked, locale)), say(words.otherwise, locale)],
        button: { words: say(words.confirm, locale), url },
      })
  const headers = {
    'List-Unsubscribe': `<${url}/leave>`,
    'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click',
  }
  await postLetter({ fromName: clientName, to: email, headers, ...letter }, transaction)
}

export interface Subscribed {
  readonly email: string
  readonly state: 'asked' | 'confirmed' | 'left'
  readonly locale: string
  readonly clientName: string
}

/** Whoever has the link. @returns undefined when it is nobody's */
export async function subscriberAt(token: string): Promise<Subscribed | undefined> {
  const [row] = await db().sequelize.query<Subscribed>(
    `select s.email, s.state, s.locale, c.name as "clientName"
     from subscribers s join lists l on l.id = s.list_id join clients c on c.id = l.client_id where s.token = $1`,
    { bind: [token], type: QueryTypes.SELECT },
  )
  return row
}

/** Nothing happens where it is so already. */
export const setSubscribed = (token: string, state: 'confirmed' | 'left'): Promise<void> =>
  inTransaction(async (transaction) => {
    const change =
      state === 'confirmed'
        ? 'confirmed_at = coalesce(confirmed_at, now()), left_at = null'
        : 'left_at = now()'
    const [row] = await db().sequelize.query<Changed>(
      `update subscribers s set state = $2, ${change} from lists l where l.id = s.list_id and s.token = $1 and s.state <> $2
       returning s.email, s.consent, s.page, s.locale, l.client_id as "clientId", l.id as "listId", l.name as list`,
      { bind: [token, state], type: QueryTypes.SELECT, transaction },
    )
    if (!row) return
    const { clientId, ...data } = row
    await announce(clientId, `subscriber.${state}`, data, transaction)
    await carryOn(data.listId, transaction)
  })

interface Changed {
  readonly email: string
  readonly consent: string
  readonly page: string
  readonly locale: string
  readonly listId: string
  readonly list: string
  readonly clientId: string
}
