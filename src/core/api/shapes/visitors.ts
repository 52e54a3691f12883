/** What visitors send: lists that they sign up to, and the inbox. */
import * as z from 'zod'
import { formSchema } from '../../forms/shape'

const when = z.iso.datetime()

export const form = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  name: z.string(),
  form: formSchema.describe('The draft'),
  revision: z.int().describe('Of the draft'),
  live: formSchema.describe('What visitors see'),
  liveNumber: z.int().describe('Number of the release that is live'),
  widgets: z.array(z.object({ id: z.uuid(), name: z.string() })).describe('Widgets that have it'),
  updatedAt: when,
})
export type FormShape = z.infer<typeof form>
export const formRelease = z.object({
  number: z.int(),
  publishedAt: when,
  publishedBy: z.string(),
  form: formSchema,
})
export type FormReleaseShape = z.infer<typeof formRelease>

export const list = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  name: z.string(),
  createdAt: when,
  asked: z.int().describe('Who asked and has not confirmed yet'),
  confirmed: z.int(),
  left: z.int(),
  destination: z
    .object({
      connectionId: z.uuid(),
      service: z.string(),
      key: z.string(),
      label: z.string(),
      trouble: z.string().nullable(),
      waiting: z.int().describe('Who has yet to be told of over there'),
      carried: z.int(),
      refused: z.int(),
    })
    .nullable()
    .describe('Where sign-ups go besides being kept here'),
})
export const refused = z.object({ email: z.string(), why: z.string() })
export type RefusedShape = z.infer<typeof refused>
export type ListShape = z.infer<typeof list>

export const subscriber = z.object({
  email: z.string(),
  state: z.enum(['asked', 'confirmed', 'left']),
  consent: z.string().describe('The sentence that was agreed to, word for word'),
  page: z.string(),
  locale: z.string(),
  askedAt: when,
  confirmedAt: when.nullable(),
  leftAt: when.nullable(),
  leaveUrl: z.string().describe('Ends it; belongs into every letter. Empty for viewers'),
})
export type SubscriberShape = z.infer<typeof subscriber>

const givenFile = z.object({ id: z.uuid(), name: z.string(), size: z.int() })
export const submissionStates = ['new', 'open', 'waiting', 'done'] as const
export const submission = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  clientName: z.string(),
  widgetId: z.uuid(),
  widgetName: z.string(),
  kind: z.string(),
  action: z.string(),
  isTalk: z
    .boolean()
    .describe('Whether it is a conversation: an answer reaches the open page of whoever began it'),
  answers: z
    .array(
      z.object({
        label: z.string(),
        value: z.string(),
        about: z.enum(['matter', 'person']),
        files: z.array(givenFile).optional(),
      }),
    )
    .describe('As they were asked'),
  sender: z.string().nullable().describe('Where an answer goes'),
  page: z.string(),
  release: z
    .int()
    .nullable()
    .describe('Of the widget, that was live when it was sent; null for what is older'),
  isElsewhere: z.boolean().describe('It came from a page that is none of the client’s sites'),
  junk: z.string().nullable().describe('Why it is taken for junk'),
  state: z.enum(submissionStates),
  sentAt: when,
  entry: z
    .object({ sourceId: z.uuid(), source: z.string(), isWaiting: z.boolean() })
    .nullable()
    .describe('The entry of a catalogue that came of it'),
  assignedTo: z.uuid().nullable().describe('Who has it in hand'),
  messages: z
    .array(
      z.object({
        id: z.uuid(),
        kind: z.enum(['visitor', 'answer', 'note']),
        who: z
          .string()
          .nullable()
          .describe(
            'Of the agency; null for the visitor, their address where a mail came from another than was expected',
          ),
        text: z.string(),
        files: z.array(givenFile),
        at: z.string(),
      }),
    )
    .describe('What followed, oldest first'),
})
export type SubmissionShape = z.infer<typeof submission>
export const talk = z.object({
  colleagues: z.array(z.string()).describe('Others of the agency who have it open'),
  isVisitor: z.boolean().describe('Whether whoever began it has the page open'),
  isTyping: z.boolean().describe('Whether they are writing'),
})
export type TalkShape = z.infer<typeof talk>
export const person = z.object({
  email: z.string(),
  submissions: z.array(submission),
  subscriptions: z.array(
    subscriber
      .omit({ email: true, locale: true, leaveUrl: true })
      .extend({ list: z.string(), clientName: z.string() }),
  ),
})
export type PersonShape = z.infer<typeof person>
export const forgotten = z.object({
  submissions: z.int(),
  subscriptions: z.int(),
  bookings: z.int().describe('What was to come of them is free again'),
  elsewhere: z
    .array(z.string())
    .describe('Services that were told of them, and have to be asked to forget them, too'),
})
export type ForgottenShape = z.infer<typeof forgotten>
export const webhook = z.object({
  id: z.uuid(),
  clientId: z.uuid(),
  url: z.string(),
  stopped: z.string().nullable().describe('Why nothing is delivered any more'),
  madeAt: when,
  waiting: z.int(),
  failed: z.int(),
  done: z.int(),
})
export type WebhookShape = z.infer<typeof webhook>
export const newWebhook = webhook.extend({ secret: z.string().describe('Told this once') })
export type NewWebhookShape = z.infer<typeof newWebhook>
export const delivery = z.object({
  id: z.uuid(),
  type: z.string(),
  state: z.enum(['waiting', 'done', 'failed']),
  tries: z.int(),
  said: z.string().nullable().describe('How the last try went'),
  body: z.record(z.string(), z.unknown()),
  madeAt: when,
  triedAt: when.nullable(),
})
export type DeliveryShape = z.infer<typeof delivery>
export const inbox = z.object({
  widgets: z
    .array(
      z.object({
        id: z.uuid(),
        name: z.string(),
        kind: z.string(),
        kindLabel: z.string(),
        clientId: z.uuid(),
      }),
    )
    .describe('Those through which something was sent, to choose from'),
  submissions: z.array(submission),
  counts: z.record(z.string(), z.int()).describe('By state, and of junk'),
})
export type InboxShape = z.infer<typeof inbox>

/** Help articles of a widget that were opened in the last `days` days; `sent` of those who opened one sent something after it. */
export const helpReport = z.object({
  days: z.int(),
  articles: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      url: z.string().nullable(),
      opened: z.int(),
      sent: z.int(),
    }),
  ),
})
export type HelpReportShape = z.infer<typeof helpReport>
