import { expect, test } from '@jest/globals'

process.env.DATABASE_URL ??= 'postgres://nobody@127.0.0.1/none'
const { isRecipientRefused } = await import('./send')

test.each([
  ['a recipient who does not exist', { responseCode: 550, command: 'RCPT TO' }, true],
  ['a recipient whose box is full for now', { responseCode: 452, command: 'RCPT TO' }, false],
  ['a wrong password', { responseCode: 535, command: 'AUTH PLAIN' }, false],
  ['a quota that is used up', { responseCode: 550, command: 'MAIL FROM' }, false],
  ['a sender who is refused', { responseCode: 553, command: 'MAIL FROM' }, false],
  ['content that is too large for the relay', { responseCode: 552, command: 'DATA' }, false],
  ['no connection', { code: 'ECONNREFUSED', command: 'CONN' }, false],
  ['nothing that says anything', {}, false],
])('for good: %s', (_name, error, isForGood) => expect(isRecipientRefused(error)).toBe(isForGood))
