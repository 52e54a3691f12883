'use client'
/** Which help articles visitors opened, and after which of them they sent nothing. */
import type { ClientShape, HelpReportShape, WidgetShape } from '@/core/api/shapes'
import { TopLine } from '../parts/TopLine'

export interface HelpReportProps {
  readonly report: HelpReportShape
  readonly widget: WidgetShape
  readonly client: ClientShape
}

const many = (count: number, one: string) => `${count} ${one}${count === 1 ? '' : 's'}`

export function HelpReport({ report: { days, articles }, widget, client }: HelpReportProps) {
  const opened = articles.reduce((sum, one) => sum + one.opened, 0)
  const spared = articles.reduce((sum, one) => sum + one.opened - one.sent, 0)
  return (
    <>
      <TopLine
        crumbs={[
          { label: 'Clients', href: '/' },
          { label: client.name, href: `/clients/${client.id}` },
          { label: widget.name, href: `/widgets/${widget.id}` },
          { label: 'Help that was read' },
        ]}
      />
      <main className="mx-auto flex max-w-3xl flex-col gap-6 px-4 py-8 sm:px-6">
        <div>
          <h1 className="text-3xl">Help that was read</h1>
          <p className="mt-1 text-faint">
            {articles.length === 0
              ? `Nobody has opened a help article in the last ${days} days.`
              : `In the last ${days} days articles were opened ${many(opened, 'time')}; after ${spared} of these nothing was sent.`}
          </p>
        </div>
        {articles.length > 0 && (
          <table className="w-full border-y border-hair text-left">
            <thead className="text-[13px] text-faint">
              <tr className="border-b border-hair">
                <th scope="col" className="py-2 font-medium">
                  Article
                </th>
                <th scope="col" className="w-24 py-2 text-right font-medium">
                  Opened
                </th>
                <th scope="col" className="w-36 py-2 text-right font-medium">
                  Sent nothing after
                </th>
              </tr>
            </thead>
            <tbody className="divide-y divide-hair">
              {articles.map((one) => (
                <tr key={one.id}>
                  <th scope="row" className="py-2.5 pr-3 font-medium break-words">
                    {one.url ? (
                      <a href={one.url} className="underline">
                        {one.title || 'Without a title'}
                      </a>
                    ) : (
                      one.title || 'Without a title'
                    )}
                    <Share of={one.opened} spared={one.opened - one.sent} />
                  </th>
                  <td className="py-2.5 text-right align-top tabular-nums">{one.opened}</td>
                  <td className="py-2.5 text-right align-top tabular-nums">{one.opened - one.sent}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </main>
    </>
  )
}

/** How many of those who opened it sent nothing, as a line. */
const Share = ({ of, spared }: { of: number; spared: number }) => (
  <span aria-hidden className="mt-1.5 block h-1 w-full max-w-64 bg-hair">
    <span className="block h-full bg-spruce" style={{ width: `${(100 * spared) / Math.max(1, of)}%` }} />
  </span>
)
