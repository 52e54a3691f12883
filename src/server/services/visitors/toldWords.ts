/** What was asked and answered, as mails say it. */
import { firstLetters } from '@/core/forms/plainText'
import type { Told } from '../../visitors/answers'

const mostSubject = 120

/** The client's name and the first answer, in one line. */
export const subjectOf = (clientName: string, told: readonly Told[]): string =>
  `${clientName}: ${firstLetters(told[0]?.value.replace(/\s+/g, ' ') ?? '', mostSubject)}`

/** Each question with its answer below it. */
export const toldInWords = (told: readonly Told[]): string =>
  told.map(({ label, value }) => `${label}\n${value}`).join('\n\n')
