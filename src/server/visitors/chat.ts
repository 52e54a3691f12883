/** Answers the visitor's side of a conversation: it reads what was said, keeps what they say, and tells whether somebody is there. */
import { QueryTypes, type Transaction } from 'sequelize'
import { say } from '@/core/locale/phrase'
import * as z from 'zod'
import { fileKinds } from '@/core/forms/files'
import { chatActions } from '@/kinds/chat/actions'
import { toldWords } from '@/kinds/chat/words'
import { db } from '../db/db'
import { isAnybodyThere } from '../live/attendance'
import { bell, deskTopic, ring, ringTyping, talkTopic } from '../live/bell'
import { hearLater } from '../services/visitors/furtherWords'
import { rememberAddressees, tellOfSubmission } from '../services/visitors/telling'
import { answering, type Told, type WidgetFacts } from './answers'
import { fileLink } from './fileLinks'
import { waitingFiles } from './files'
import { hashOfTalk } from './keeping'
import { tooFast } from './tickets'

const talkOf = async (widget: WidgetFacts, secret: string | undefined): Promise<string | undefined> => {
  if (!secret) return undefined
  const [row] = await db().sequelize.query<{ id: string }>(
    'select id from submissions where widget_id = $1 and talk = $2',
    { bind: [widget.id, hashOfTalk(secret)], type: QueryTypes.SELECT },
  )
  return row?.id
}

interface Line {
  readonly n: number
  readonly who: string | null
  readonly text: string
  readonly files: { readonly name: string; readonly id?: string }[]
  readonly at: Date
}

/** The submission is the first line, and its messages follow. Notes among colleagues are left out. */
const saidIn = (submissionId: string, after: number): Promise<Line[]> =>
  db().sequelize.query<Line>(
    `select 0 as n, null as who, body->>'text' as text, sent_at as at,
       array(select jsonb_build_object('name', f.name) from files f where f.id::text in (select jsonb_array_elements_text(s.body->'files'))) as files
     from submissions s where id = $1 and $2 < 0
     union all select m.n, case m.kind when 'answer' then coalesce(split_part(u.name, ' ', 1), '') end, m.text, m.at,
       array(select case m.kind when 'answer' then f else jsonb_build_object('name', f->'name') end from jsonb_array_elements(m.files) f)
     from messages m left join users u on u.id = m.author_id
     where m.submission_id = $1 and m.n > $2 and m.kind <> 'note' order by 1`,
    { bind: [submissionId, after], type: QueryTypes.SELECT },
  )

/**
 * It is open again; an address that is left later is where answers go from then on. @param isClear - nothing is suspicious about what
 * follows, so that a first word that only came fast is no junk any more
 */
const goOn = (
  id: string,
  email: string | undefined,
  told: Told | undefined,
  isClear: boolean,
  transaction: Transaction,
) =>
  db().sequelize.query(
    `update submissions set changed_at = now(), junk = case when $4 and junk = $5 then null else junk end, state = case when state in ('waiting', 'done') then 'open' else state end,
       sender = coalesce(sender, $2), told = case when sender is null and $2 is not null then told || $3::jsonb else told end
     where id = $1`,
    { bind: [id, email ?? null, JSON.stringify(told ? [told] : []), isClear, tooFast], transaction },
  )

const addressIn = (email: string, locale: string): Told => ({
  label: say(toldWords.email, locale),
  value: email,
  about: 'person',
})

export const chatAnswers = answering(chatActions)(
  {
    async read({ talk, after }, { widget }) {
      const id = await talkOf(widget, talk)
      const said = id ? await saidIn(id, after) : []
      const last = said.at(-1)?.n ?? 0
      if (id && last > 0)
        await db().sequelize.query('update submissions set seen = greatest(seen, $2) where id = $1', {
          bind: [id, last],
        })
      return {
        isThere: await isAnybodyThere(widget),
        isTyping: id !== undefined && bell().isTyping(talkTopic(id), 'agency'),
        said: said.map(({ at, files, ...line }) => ({
          ...line,
          files: files.map(({ name, id: file }) => ({ name, ...(file ? { url: fileLink(file) } : {}) })),
          at: at.toISOString(),
        })),
      }
    },
    async say({ email }, { widget, page, suspicion, kept }) {
      if (!kept) return { n: 0 }
      const { submissionId, transaction, n } = kept
      const address = email?.toLowerCase()
      if (n > 0)
        await goOn(
          submissionId,
          address,
          address ? addressIn(address, widget.locale) : undefined,
          suspicion === undefined,
          transaction,
        ).then(() => hearLater(submissionId, transaction))
      else if (!suspicion) {
        if (await isAnybodyThere(widget, undefined, transaction)) {
          await rememberAddressees(submissionId, mailTo(widget), false, transaction)
          await hearLater(submissionId, transaction)
        } else await tellOfSubmission({ widget, page, mailTo: mailTo(widget) }, kept)
      }
      await ring(talkTopic(submissionId), transaction)
      return { n }
    },
    async typing({ talk }, { widget }) {
      const id = await talkOf(widget, talk)
      if (id) await ringTyping(talkTopic(id), 'visitor')
    },
  },
  async (body, widget) => {
    const {
      talk,
      text,
      files: ids,
      email,
    } = body as {
      talk: string
      text: string
      files: readonly string[]
      email?: string
    }
    const files = await waitingFiles(widget.id, ids)
    const sender = email?.toLowerCase()
    const words = text || files.map(({ name }) => name).join(', ')
    return {
      told: [
        {
          label: say(toldWords.wrote, widget.locale),
          value: words,
          about: 'matter',
          ...(files.length > 0 ? { files } : {}),
        },
        ...(sender ? [addressIn(sender, widget.locale)] : []),
      ],
      files: ids,
      sender,
      talk: { secret: talk, text, files },
    }
  },
  {
    fileLimits: () => Promise.resolve({ mostBytes: 10_000_000, kinds: fileKinds }),
    async listens(asked, widget) {
      const submissionId = await talkOf(widget, asked.get('talk') ?? undefined)
      return {
        topics: [deskTopic(widget.agencyId), ...(submissionId ? [talkTopic(submissionId)] : [])],
        submissionId,
      }
    },
  },
)

/** Whom the widget names, for when nobody is at the inbox. */
const mailTo = ({ settings }: WidgetFacts): string[] =>
  String(settings['chat.mailTo'] ?? '')
    .split(/[\s,;]+/)
    .filter((one) => z.email().safeParse(one).success)
