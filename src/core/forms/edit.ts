/** Edits of a form, for its editor: each gives another form that is whole. */
import { canDecide, entriesOf, isQuestion, type Entry, type Form, type Page, type Question } from './form'
import { entrySchema } from './shape'

export type EntryType = Entry['type']

/** A line of the editor: the head of a page, or what stands on it. Lines can be moved, also over the head of a page. */
export type Line =
  | { readonly id: string; readonly page: Page; readonly entry?: undefined }
  | { readonly id: string; readonly entry: Entry; readonly page?: undefined }

export const linesOf = ({ pages }: Form): readonly Line[] =>
  pages.flatMap((page): Line[] => [
    { id: page.id, page },
    ...page.entries.map((entry) => ({ id: entry.id, entry })),
  ])

/** The pages that lines make. What stands above the first head goes to the first page. */
function pagesOf(lines: readonly Line[]): Page[] {
  const pages: Page[] = []
  const early: Entry[] = []
  for (const { page, entry } of lines) {
    const last = pages.at(-1)
    if (page) pages.push({ ...page, entries: pages.length === 0 ? early : [] })
    else if (last) last.entries.push(entry)
    else early.push(entry)
  }
  return pages
}

/** What depends on a question that stands no longer before it, or on an answer that is none any more, is always shown. */
function whole(form: Form): Form {
  const before = new Map<string, Entry>()
  const keep = (entry: Entry): Entry => {
    const kept = { ...entry }
    const other = entry.when && before.get(entry.when.of)
    if (entry.when && !canDecide(other)) delete kept.when
    else if (entry.when && other && 'options' in other && entry.when.is.length > 0) {
      const is = entry.when.is.filter((one) => other.options.includes(one))
      if (is.length > 0) kept.when = { of: entry.when.of, is }
      else delete kept.when
    }
    before.set(entry.id, kept)
    return kept
  }
  return { ...form, pages: form.pages.map((page) => ({ ...page, entries: page.entries.map(keep) })) }
}

/** An id that no page and no question has, also none that had answers before as far as the form tells. */
function newId(form: Form, letter: 'q' | 'p'): string {
  const taken = new Set(linesOf(form).map(({ id }) => id))
  for (let at = taken.size + 1; ; at += 1) if (!taken.has(`${letter}${at}`)) return `${letter}${at}`
}

const first: Partial<Record<EntryType, object>> = {
  one: { options: ['One', 'Another'] },
  several: { options: ['One', 'Another'] },
  list: { options: ['One', 'Another'] },
  text: { words: 'A few words' },
  consent: { label: 'I agree that what I write here is kept', isRequired: true },
  hidden: { label: 'Title of the page', from: 'title' },
  email: { about: 'person' },
  telephone: { about: 'person' },
  address: { about: 'person' },
}

/** @param after - id of the line that it stands below; at the end when left out @returns the form and the new id */
export function addEntry(form: Form, type: EntryType, after?: string): { form: Form; id: string } {
  const id = newId(form, 'q')
  const entry = entrySchema.parse({
    type,
    id,
    ...(type === 'text' ? {} : { label: 'A question' }),
    ...first[type],
  })
  return { form: inserted(form, { id, entry }, after), id }
}

export function addPage(form: Form, after?: string): { form: Form; id: string } {
  const id = newId(form, 'p')
  return { form: inserted(form, { id, page: { id, title: '', entries: [] } }, after), id }
}

function inserted(form: Form, line: Line, after: string | undefined): Form {
  const lines = linesOf(form)
  const at = after === undefined ? lines.length : lines.findIndex(({ id }) => id === after) + 1
  return whole({ ...form, pages: pagesOf([...lines.slice(0, at), line, ...lines.slice(at)]) })
}

/** The last head of a page stays; what stood below a head that goes is on the page before. */
export function removeLine(form: Form, id: string): Form {
  const lines = linesOf(form)
  const isLastHead = form.pages.length === 1 && form.pages[0]!.id === id
  return isLastHead ? form : whole({ ...form, pages: pagesOf(lines.filter((one) => one.id !== id)) })
}

/** @param to - place among the lines */
export function moveLine(form: Form, id: string, to: number): Form {
  const lines = [...linesOf(form)]
  const from = lines.findIndex((one) => one.id === id)
  const [line] = from < 0 ? [] : lines.splice(from, 1)
  if (!line) return form
  lines.splice(Math.max(0, Math.min(to, lines.length)), 0, line)
  return whole({ ...form, pages: pagesOf(lines) })
}

export const changeEntry = (form: Form, id: string, change: object): Form =>
  whole({
    ...form,
    pages: form.pages.map((page) => ({
      ...page,
      entries: page.entries.map((entry) => (entry.id === id ? ({ ...entry, ...change } as Entry) : entry)),
    })),
  })

export const changePage = (form: Form, id: string, title: string): Form => ({
  ...form,
  pages: form.pages.map((page) => (page.id === id ? { ...page, title } : page)),
})

/** Another kind of answer to the same question. What both kinds have stays. */
export function retyped(form: Form, id: string, type: EntryType): Form {
  const entry = entriesOf(form).find((one) => one.id === id)
  if (!entry) return form
  const shared = isQuestion(entry)
    ? {
        label: entry.label,
        hint: entry.hint,
        isRequired: entry.isRequired,
        isHalf: entry.isHalf,
        about: entry.about,
      }
    : { label: entry.words.slice(0, 300) }
  const { options } = entry as { options?: unknown }
  const next = entrySchema.parse({
    id,
    type,
    when: entry.when,
    ...first[type],
    ...(type === 'text' ? { words: shared.label } : shared),
    ...(options && ['one', 'several', 'list'].includes(type) ? { options } : {}),
  })
  const pages = form.pages.map((page) => ({
    ...page,
    entries: page.entries.map((one) => (one.id === id ? next : one)),
  }))
  return whole({ ...form, pages })
}

/** Questions before one, on which it can depend. */
export function decidersOf(form: Form, id: string): readonly Question[] {
  const entries = entriesOf(form)
  return entries
    .slice(
      0,
      entries.findIndex((one) => one.id === id),
    )
    .filter(canDecide)
}
