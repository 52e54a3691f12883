/** What somebody wrote in a mail, without what they answer to. Run it in a thread: the parser's time grows with the square of the text. */
import EmailReplyParser from 'email-reply-parser'
import { firstLetters, plainText } from '../../core/forms/plainText'

export const maxReplyLetters = 20_000
const max = { lines: 1_000, lineLetters: 2_000 } as const

/** Cheap to read whatever was sent: few empty lines, few lines, none of them long. */
export const trimmedReply = (text: string): string =>
  firstLetters(
    plainText(text)
      .replace(/[^\S\n]+$/gm, '')
      .replace(/\n{3,}/g, '\n\n'),
    maxReplyLetters,
  )
    .split('\n')
    .slice(0, max.lines)
    .map((line) => firstLetters(line, max.lineLetters))
    .join('\n')
    .trim()

/** @param text - trimmed (`trimmedReply`) */
export const ownWords = (text: string): string =>
  new EmailReplyParser().read(text).getVisibleText().trim() || text
