/** Publishers that pay for whom one sends them. */
import * as z from 'zod'

export const partner = z.object({
  mark: z.string().describe('Parameter of their addresses, as `name=value`'),
  rate: z.number().describe('Percent of what was sold'),
  report: z.string().describe('Where they report sales; empty for nowhere'),
  readAt: z.string().nullable(),
  trouble: z.string().nullable().describe('Why the report could not be read the last time'),
  months: z
    .array(
      z.object({
        month: z.string().describe('Such as 2026-11'),
        clicks: z.int(),
        sales: z.int(),
        sold: z.number(),
        earned: z.number(),
        currency: z.string().nullable(),
      }),
    )
    .describe('Newest first'),
})
export type PartnerShape = z.infer<typeof partner>
