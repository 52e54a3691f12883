/** The same rules as `answers.ts`, as a Zod schema: what the server checks. */
import * as z from 'zod'
import { askedOf, type Answers } from './answers'
import {
  dayPattern,
  emailPattern,
  isDay,
  numberOf,
  numberPattern,
  patternLike,
  telephonePattern,
} from './faults'
import type { PublicForm, Question } from './form'
import { filePattern } from './files'
import { mostAnswer } from './shape'

/** What may come at all, before a form is looked at. Its largest form has 1,200 questions. */
export const answersShape = z.record(
  z.string().max(20),
  z.union([z.string().max(mostAnswer), z.array(z.string().max(200)).max(100)]),
)

/** @returns a schema that gives answers without spaces around them, and without those that were not asked for */
export function answersSchema(form: PublicForm, today: string): z.ZodType<Answers> {
  const made = new Map<string, ReturnType<typeof ofQuestion>>()
  const schemaOf = (question: Question) => {
    const schema = made.get(question.id) ?? ofQuestion(question, today)
    made.set(question.id, schema)
    return schema
  }
  return answersShape.transform((answers, context) => {
    const fits: [string, string | readonly string[] | undefined][] = []
    // One by one: which are asked depends on the answers, and to make a schema of all takes longer than to use it.
    for (const question of askedOf(form, answers)) {
      const { id } = question
      const { data, error } = schemaOf(question).safeParse(answers[id])
      fits.push([id, data])
      for (const { message } of error?.issues ?? []) context.addIssue({ code: 'custom', path: [id], message })
    }
    return withoutEmpty(Object.fromEntries(fits))
  })
}

const withoutEmpty = (answers: Record<string, string | readonly string[] | undefined>): Answers =>
  Object.fromEntries(
    Object.entries(answers).filter(
      (entry): entry is [string, string | readonly string[]] => entry[1] !== undefined && entry[1].length > 0,
    ),
  )

/** A list of one word is that word; empty words are no answer. */
const asWord = (value: unknown) => {
  const words = asWords(value)
  return words.length > 1 ? words : words[0]
}
const asWords = (value: unknown): string[] =>
  (Array.isArray(value) ? value : [value])
    .filter((one): one is string => typeof one === 'string')
    .map((one) => one.trim())
    .filter(Boolean)

const listOf = (word: z.ZodType<string>, most: number, { isRequired }: Question) =>
  z.preprocess(
    asWords,
    z
      .array(word)
      .max(most)
      .min(isRequired ? 1 : 0),
  )

function ofQuestion(question: Question, today: string): z.ZodType<string | readonly string[] | undefined> {
  if (question.type === 'several') {
    const most = question.atMost ?? question.options.length
    return listOf(z.enum(question.options), most, question)
  }
  if (question.type === 'file') return listOf(z.string().regex(filePattern), question.atMost, question)
  const word = wordOf(question, today)
  return z.preprocess(asWord, question.isRequired ? word : word.optional())
}

function wordOf(question: Question, today: string): z.ZodType<string> {
  switch (question.type) {
    case 'short': {
      const word = z.string().max(question.most)
      const fits = question.like ? word.regex(patternLike(question.like)) : word
      return fits.transform((text) => text.replace(/\s+/g, ' '))
    }
    case 'long':
      return z.string().max(question.most)
    case 'one':
    case 'list':
      return z.enum(question.options)
    case 'number': {
      const { least, greatest, isWhole } = question
      return z
        .string()
        .regex(numberPattern)
        .refine((text) => !isWhole || Number.isInteger(numberOf(text)))
        .refine((text) => least === null || numberOf(text) >= least)
        .refine((text) => greatest === null || numberOf(text) <= greatest)
    }
    case 'date': {
      const [from, to] = [question.earliest, question.latest].map((day) => (day === 'today' ? today : day))
      return z
        .string()
        .regex(dayPattern)
        .refine(isDay)
        .refine((day) => !from || day >= from)
        .refine((day) => !to || day <= to)
    }
    case 'telephone':
      return z
        .string()
        .regex(telephonePattern)
        .refine((text) => (text.match(/\d/g) ?? []).length >= 5)
    case 'email':
      return z.string().max(254).regex(emailPattern)
    case 'address':
    case 'hidden':
      return z.string().max(500)
    case 'rating':
      return z.string().refine((text) => /^[1-9]\d?$/.test(text) && Number(text) <= question.of)
    case 'consent':
      return z.literal('yes')
    case 'several':
    case 'file':
      throw new Error('lists have a schema of their own')
  }
}
