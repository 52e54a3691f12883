/** The one list of who answers visitors. To add a kind: its file beside this one, then its line. */
import type { Answers } from './answers'
import { bookingAnswers } from './booking'
import { chatAnswers } from './chat'
import { locationsAnswers } from './locations'
import { questionsAnswers } from './questions'
import { ringBackAnswers } from './ringBack'
import { searchAnswers } from './search'
import { signupAnswers } from './signup'

export const answersByKind: Readonly<Record<string, Answers>> = {
  signup: signupAnswers,
  questions: questionsAnswers,
  chat: chatAnswers,
  booking: bookingAnswers,
  offers: bookingAnswers,
  locations: locationsAnswers,
  search: searchAnswers,
  ringBack: ringBackAnswers,
}
