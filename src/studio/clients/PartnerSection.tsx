'use client'
/** What was agreed with the publisher of a source, who left by its links, and what that has earned. */
import { useEffect, useState } from 'react'
import type { PartnerShape } from '@/core/api/shapes'
import { markPattern } from '@/core/items/partner'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Ago } from '../parts/Local'
import { Notice } from '../parts/Notice'
import { TextField } from '../parts/TextField'
import { useMayEdit } from '../parts/Role'
import { useBusy } from '../parts/useBusy'

const money = (amount: number, currency: string | null) =>
  currency ? new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(amount) : '–'
const monthInWords = (month: string) =>
  new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(`${month}-01`),
  )

export function PartnerSection({ sourceId }: { readonly sourceId: string }) {
  const mayEdit = useMayEdit()
  const path = `/sources/${sourceId}/partner`
  const [partner, setPartner] = useState<PartnerShape | null>()
  const [isEdited, setEdited] = useState(false)
  const { busy, run } = useBusy()
  useEffect(() => {
    void run(async () => setPartner(await api<PartnerShape | null>('GET', path)))
    // Once, when it is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [path])
  const agree = (given: object | null) =>
    run(async () => {
      setPartner(await api<PartnerShape | null>('POST', path, { partner: given }))
      setEdited(false)
    })
  if (partner === undefined) return null
  return (
    <section aria-labelledby="partner" className="flex flex-col gap-3">
      <h2 id="partner" className="text-lg">
        Partner
      </h2>
      {partner ? (
        <p>
          Links to it carry <code className="font-mono text-[13px]">{partner.mark}</code>, and it pays{' '}
          {partner.rate} % of what is sold.{' '}
          {partner.report && (
            <span className="text-faint">
              Sales{' '}
              {partner.readAt ? (
                <>
                  read <Ago iso={partner.readAt} />
                </>
              ) : (
                'not read yet'
              )}
              .
            </span>
          )}
        </p>
      ) : (
        <p className="text-faint">
          Nothing is agreed with its publisher. Some pay for visitors whom one sends them: then links carry a
          mark, clicks are counted, and what it reports as sold is added up.
        </p>
      )}
      {partner?.trouble && (
        <Notice tone="look" role="status">
          Its report could not be read the last time. {partner.trouble} What is known stays.
        </Notice>
      )}
      {partner && partner.months.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full min-w-96 text-end tabular-nums">
            <thead className="border-b-2 border-ink text-[13px] text-faint">
              <tr>
                <th scope="col" className="py-1.5 text-start font-medium">
                  Month
                </th>
                {['Clicks', 'Sales', 'Sold', 'Earned'].map((one) => (
                  <th key={one} scope="col" className="py-1.5 ps-4 font-medium">
                    {one}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="divide-y divide-hair">
              {partner.months.map(({ month, clicks, sales, sold, earned, currency }) => (
                <tr key={`${month} ${currency}`}>
                  <th scope="row" className="py-1.5 text-start font-normal">
                    {monthInWords(month)}
                  </th>
                  <td className="ps-4">{clicks}</td>
                  <td className="ps-4">{sales}</td>
                  <td className="ps-4">{money(sold, currency)}</td>
                  <td className="ps-4 font-medium">{money(earned, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {partner && partner.months.length === 0 && (
        <p className="text-faint">Nobody has left by its links since then.</p>
      )}
      {mayEdit &&
        (isEdited ? (
          <Agreement partner={partner} busy={busy} onAgree={(given) => void agree(given)} />
        ) : (
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => setEdited(true)}>
              {partner ? 'Change what is agreed' : 'Agree on a mark'}
            </Button>
            {partner && (
              <Button look="quiet" busy={busy} onClick={() => void agree(null)}>
                End it
              </Button>
            )}
          </div>
        ))}
    </section>
  )
}

interface AgreementProps {
  readonly partner: PartnerShape | null
  readonly busy: boolean
  readonly onAgree: (given: { mark: string; rate: number; report: string }) => void
}

function Agreement({ partner, busy, onAgree }: AgreementProps) {
  const [mark, setMark] = useState(partner?.mark ?? '')
  const [rate, setRate] = useState(String(partner?.rate ?? 5))
  const [report, setReport] = useState(partner?.report ?? '')
  const isMark = markPattern.test(mark)
  const isRate = /^\d{1,3}([.,]\d{1,2})?$/.test(rate) && Number(rate.replace(',', '.')) <= 100
  return (
    <form
      className="flex max-w-2xl flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (isMark && isRate) onAgree({ mark, rate: Number(rate.replace(',', '.')), report: report.trim() })
      }}
    >
      <div className="grid gap-3 sm:grid-cols-2">
        <TextField
          label="Mark"
          placeholder="from=old-quay"
          hint="A parameter of its addresses, as it gave it to you"
          value={mark}
          maxLength={120}
          error={mark && !isMark ? 'A mark is written like from=old-quay.' : undefined}
          onChange={(event) => setMark(event.target.value.trim())}
        />
        <TextField
          label="Percent of what is sold"
          inputMode="decimal"
          value={rate}
          maxLength={6}
          error={isRate ? undefined : 'A number from 0 to 100.'}
          onChange={(event) => setRate(event.target.value.trim())}
        />
      </div>
      <TextField
        label="Where it reports sales"
        placeholder="https://…"
        hint="Read every hour. Without an address only clicks are counted"
        value={report}
        maxLength={1000}
        onChange={(event) => setReport(event.target.value)}
      />
      <div>
        <Button type="submit" look="main" busy={busy} disabled={!isMark || !isRate}>
          Keep it
        </Button>
      </div>
    </form>
  )
}
