/**
 * A form: what visitors are asked. It is an object of a client's that any number of widgets share. Its draft is edited; its
 * latest release is what visitors see.
 */
import * as z from 'zod'
import { fileKinds } from './files'

const id = z.string().regex(/^[a-z][a-z0-9]{0,15}$/)
const words = (most: number) => z.string().trim().max(most)
const optionWords = words(120).min(1)

/** What an answer may be at most, whatever the form allows. */
export const mostAnswer = 5000

/** Shown when the answer to an earlier question is one of these; with none, when it has any answer. */
const condition = z.strictObject({ of: id, is: z.array(words(120)).max(50) })

const base = {
  id,
  label: words(300).min(1),
  hint: words(400).default(''),
  /** About the matter, or about the person: the inbox keeps them apart. */
  about: z.enum(['matter', 'person']).default('matter'),
  isRequired: z.boolean().default(false),
  /** Stands beside the next one where there is room. */
  isHalf: z.boolean().default(false),
  when: condition.optional(),
}
const question = <T extends string, S extends z.ZodRawShape>(type: T, shape: S) =>
  z.strictObject({ type: z.literal(type), ...base, ...shape })
const options = z.array(optionWords).min(1).max(100)
const bound = z.number().min(-1e12).max(1e12).nullable().default(null)
/** `today`, a day such as `2027-03-14`, or no bound. */
const dayBound = z.union([z.literal(''), z.literal('today'), z.iso.date()]).default('')

export const entrySchema = z.discriminatedUnion('type', [
  question('short', {
    most: z.int().min(1).max(500).default(200),
    /** An answer that fits; others are written alike: a letter for a letter, a digit for a digit. */
    like: words(40).default(''),
  }),
  question('long', {
    most: z.int().min(1).max(mostAnswer).default(2000),
    lines: z.int().min(2).max(12).default(4),
  }),
  question('one', { options }),
  question('several', { options, atMost: z.int().min(1).max(100).nullable().default(null) }),
  question('list', { options }),
  question('number', { least: bound, greatest: bound, isWhole: z.boolean().default(false) }),
  question('date', { earliest: dayBound, latest: dayBound }),
  question('telephone', {}),
  question('email', {}),
  question('address', {}),
  question('rating', { of: z.int().min(3).max(10).default(5) }),
  question('file', {
    atMost: z.int().min(1).max(10).default(3),
    mostMb: z.int().min(1).max(20).default(10),
    kinds: z.array(z.enum(fileKinds)).min(1).default(['picture', 'document']),
    /** Visitors may take a picture of what they see, and mark it. */
    fromScreen: z.boolean().default(true),
  }),
  /** Its label is the sentence that is agreed to. */
  question('consent', {}),
  /** Filled in by the page: its title, or a parameter of its address. */
  question('hidden', { from: z.enum(['title', 'parameter']), parameter: words(60).default('') }),
  z.strictObject({ type: z.literal('text'), id, words: words(2000).min(1), when: condition.optional() }),
])
export type Entry = z.infer<typeof entrySchema>
export type Question = Exclude<Entry, { type: 'text' }>

const page = z.strictObject({ id, title: words(120).default(''), entries: z.array(entrySchema).max(60) })
export type Page = z.infer<typeof page>

export const formSchema = z
  .strictObject({
    /** `pages`: page by page, which is all at once where there is one. `each`: one question after the other. */
    flow: z.enum(['pages', 'each']).default('pages'),
    pages: z.array(page).min(1).max(20),
    /** Who gets a mail when something was sent. Never leaves the server. */
    mailTo: z.array(z.email().max(254)).max(10).default([]),
    /** What is sent becomes an entry of one of the client's catalogues: which one, and which question fills which of its columns. */
    posts: z
      .strictObject({
        source: z.union([z.literal(''), z.uuid()]).default(''),
        columns: z.record(id, z.string().regex(/^[a-zA-Z]{1,30}$/)).default({}),
      })
      .default({ source: '', columns: {} }),
  })
  .superRefine((form, context) => {
    const before = new Map<string, Entry>()
    form.pages.forEach((one, pageAt) =>
      one.entries.forEach((entry, at) => {
        const refuse = (message: string, ...path: string[]) =>
          context.addIssue({ code: 'custom', message, path: ['pages', pageAt, 'entries', at, ...path] })
        if (before.has(entry.id)) refuse(`There are two of “${entry.id}”.`, 'id')
        const other = entry.when && before.get(entry.when.of)
        if (entry.when && (!other || other.type === 'text' || other.type === 'hidden'))
          refuse('It can only depend on a question before it.', 'when')
        if ('options' in entry && new Set(entry.options).size < entry.options.length)
          refuse('Two choices are the same.', 'options')
        before.set(entry.id, entry)
      }),
    )
  })
export type Form = z.infer<typeof formSchema>

/** Whether two forms ask the same: in whatever order their parts are written down, and with spaces left out. */
export const sameForm = (one: Form, other: Form): boolean => {
  const written = (form: Form) => JSON.stringify(formSchema.safeParse(form).data)
  return written(one) === written(other)
}
