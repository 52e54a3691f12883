/** Submissions as a table. What would be a formula in a spreadsheet is written as words. */
import { unparse } from 'papaparse'
import type { SubmissionShape } from '@/core/api/shapes'

/** Columns for questions; what is asked beyond them goes into the last one. */
const mostQuestions = 200

const who = { visitor: 'Visitor', answer: 'Answer', note: 'Note' } as const

/**
 * A line for each, with a column for each question that was asked of any of them.
 * @returns CSV (RFC 4180) with a line of names; for spreadsheets it begins with a byte order mark
 */
export function inboxCsv(submissions: readonly SubmissionShape[]): string {
  const asked = [...new Set(submissions.flatMap(({ answers }) => answers.map(({ label }) => label)))]
  const labels = asked.slice(0, mostQuestions)
  const fields = ['Sent', 'Client', 'Widget', 'State', ...labels, 'Further answers', 'Conversation', 'Page']
  const rows = submissions.map(({ sentAt, clientName, widgetName, state, junk, answers, messages, page }) => {
    const all = (label: string) =>
      answers.flatMap((one) => (one.label === label ? [one.value] : [])).join('\n')
    const further = answers.filter(({ label }) => !labels.includes(label))
    return [
      sentAt,
      clientName,
      widgetName,
      junk === null ? state : 'junk',
      ...labels.map(all),
      further.map(({ label, value }) => `${label}: ${value}`).join('\n'),
      messages.map(({ kind, who: name, text }) => `${name ?? who[kind]}: ${text}`).join('\n'),
      page,
    ]
  })
  return '\uFEFF' + unparse({ fields, data: rows }, { escapeFormulae: true, newline: '\r\n' })
}
