/** Tells those whom a form names that something was sent: the answers as asked, and the way to it in the inbox. */
import type { Transaction } from 'sequelize'
import { say, type Phrase } from '@/core/locale/phrase'
import { db } from '../../db/db'
import { env } from '../../env'
import { writeLetter } from '../../mail/letter'
import { postLetter } from '../../mail/postLetter'
import type { KeptVisit, WidgetFacts } from '../../visitors/answers'
import { subjectOf, toldInWords } from './toldWords'

export const inboxPhrase: Phrase = {
  en: 'Look at it in the inbox',
  cy: 'Edrych arno yn y blwch derbyn',
  de: 'Im Posteingang ansehen',
  es: 'Verlo en la bandeja de entrada',
  fr: 'Voir dans la boîte de réception',
  it: 'Guardalo nella posta in arrivo',
  nl: 'Bekijken in het postvak',
  pl: 'Zobacz w skrzynce',
  pt: 'Ver na caixa de entrada',
  ar: 'عرضها في صندوق الوارد',
}

interface Where {
  readonly widget: Pick<WidgetFacts, 'clientName' | 'locale'>
  readonly page: string
  readonly mailTo: readonly string[]
}

/**
 * Who hears by mail of what follows on a submission, such as further words or a booking that is cancelled.
 * @param isTold - they are told of the submission itself now
 */
export const rememberAddressees = (
  submissionId: string,
  mailTo: readonly string[],
  isTold: boolean,
  transaction: Transaction,
): Promise<unknown> =>
  db().sequelize.query(
    'update submissions set mail_to = $2, told_n = case when $3 then 0 else told_n end where id = $1',
    {
      bind: [submissionId, [...mailTo], isTold],
      transaction,
    },
  )

/** In the transaction that keeps it: the mails go out exactly when it is kept. */
export async function tellOfSubmission(
  { widget: { clientName, locale }, page, mailTo }: Where,
  { transaction, submissionId, tale: { told, sender } }: KeptVisit,
): Promise<void> {
  if (mailTo.length > 0) await rememberAddressees(submissionId, mailTo, true, transaction)
  const letter = writeLetter({
    locale,
    subject: subjectOf(clientName, told),
    paragraphs: [toldInWords(told), ...(page ? [page] : [])],
    button: { words: say(inboxPhrase, locale), url: `${env().YIMBLE_STUDIO_URL}/inbox?at=${submissionId}` },
  })
  for (const to of mailTo)
    await postLetter({ fromName: clientName, to, replyTo: sender, ...letter }, transaction)
}
