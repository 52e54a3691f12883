/** Rules for a client's lists, forms, calendars and switchboards: each name is given once, and none is deleted while a widget uses it. */
import { UniqueConstraintError } from 'sequelize'
import { problem, ProblemError } from '@/core/problems'

type Named = 'list' | 'form' | 'calendar' | 'switchboard'

/** @throws ProblemError `list_named` and its like, when the client has one of that name */
export async function named<T>(noun: Named, name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof UniqueConstraintError) throw new ProblemError(problem(`${noun}_named`, { name }))
    throw error
  }
}

/** Widgets that have something, live or as a draft, as a list in SQL. @param id - what stands for its id there */
export const widgetsWith = (id: string): string =>
  `(select coalesce(jsonb_agg(jsonb_build_object('id', w.id, 'name', w.name) order by w.name), '[]')
    from widgets w where w.deleted_at is null and exists (select 1 from uses u where u.widget_id = w.id and u.used_id = ${id}))`

/** @throws ProblemError `form_used` and its like while a widget has it */
export function refuseUsed(
  noun: Exclude<Named, 'list'>,
  { name, widgets }: { readonly name: string; readonly widgets: readonly { readonly name: string }[] },
): void {
  if (widgets.length > 0)
    throw new ProblemError(
      problem(`${noun}_used`, { name, widgets: widgets.map((one) => one.name).join(', ') }),
    )
}
