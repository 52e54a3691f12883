/** Tells those whom a form names that something was sent: the answers as asked, and the way to it in the inbox. */
import { randomUUID } from 'node:crypto'
import { say, type Phrase } from '@/core/locale/phrase'
import { env } from '../../env'
import { enqueue } from '../../jobs/queue'
import { writeLetter } from '../../mail/letter'
import type { KeptVisit, WidgetFacts } from '../../visitors/answers'
import { subjectOf, toldInWords } from './toldWords'

const inbox: Phrase = {
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

/** In the transaction that keeps it: the mails go out exactly when it is kept. */
export async function tellOfSubmission(
  { widget: { clientName, locale }, page, mailTo }: Where,
  { transaction, submissionId, tale: { told, sender } }: KeptVisit,
): Promise<void> {
  const letter = writeLetter({
    locale,
    subject: subjectOf(clientName, told),
    paragraphs: [toldInWords(told), ...(page ? [page] : [])],
    button: { words: say(inbox, locale), url: `${env().YIMBLE_STUDIO_URL}/inbox?at=${submissionId}` },
  })
  for (const to of mailTo)
    await enqueue(
      'mail',
      { fromName: clientName, to, ...(sender ? { replyTo: sender } : {}), ...letter },
      randomUUID(),
      transaction,
    )
}
