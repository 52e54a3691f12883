/** A list as a table for whoever writes the letters. What would be a formula in a spreadsheet is written as words. */
import { unparse } from 'papaparse'
import type { SubscriberShape } from '@/core/api/shapes'

const said: Readonly<Record<SubscriberShape['state'], string>> = {
  asked: 'has not confirmed yet',
  confirmed: 'on the list',
  left: 'has left',
}

/** @returns CSV (RFC 4180) with a line of names; for spreadsheets it begins with a byte order mark */
export const subscribersCsv = (subscribers: readonly SubscriberShape[]): string =>
  '\uFEFF' +
  unparse(
    subscribers.map((one) => ({
      'E-mail': one.email,
      State: said[one.state],
      'Agreed to': one.consent,
      Asked: one.askedAt,
      Confirmed: one.confirmedAt ?? '',
      Left: one.leftAt ?? '',
      Page: one.page,
      Language: one.locale,
      'Link that ends it': one.leaveUrl,
    })),
    { escapeFormulae: true, newline: '\r\n' },
  )
