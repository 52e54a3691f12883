/** The types of a kind's handlers, from what its `actions.ts` declares. */
import type { Transaction } from 'sequelize'
import type * as z from 'zod'
import type { Act, Action, Actions, Ask, Send } from '@/kinds/actions'
import type { GivenFile } from '@/core/forms/files'
import type { Settings } from '@/core/settings/field'
import type { FileLimits } from './files'

export interface WidgetFacts {
  readonly id: string
  readonly ref: string
  readonly kind: string
  readonly agencyId: string
  readonly clientId: string
  readonly clientName: string
  /** BCP 47 tag of the client's language. */
  readonly locale: string
  /** IANA name of the client's zone. */
  readonly timeZone: string
  /** Addresses of the client's sites, where only they may send something; null where every page may. */
  readonly onlyFrom: readonly string[] | null
  /** Of the live release. */
  readonly settings: Settings
}

/** What a handler knows besides what was sent. */
export interface Visit {
  readonly widget: WidgetFacts
  /** Address of the page without query; '' when unknown. */
  readonly page: string
  /** Hash of their network address that lives a day; only for what lasts a while (`Act`). */
  readonly visitor?: string
  /**
   * Why it may come from a machine. It is answered like everything else and kept as junk, so that nothing acknowledged is
   * lost; a handler then does nothing further. It is called again without a suspicion when somebody says that it is no junk.
   */
  readonly suspicion: string | undefined
  /**
   * Takes work off what one address may ask for in a minute, before it is done.
   * @param ms - of a processor, about
   * @throws VisitorError `too_often`
   */
  spend(this: void, ms: number): void
  /** Undefined for a read, which keeps nothing. */
  readonly kept: KeptVisit | undefined
}

/** The submission of a visit, and the transaction that keeps it. */
export interface KeptVisit {
  readonly transaction: Transaction
  readonly submissionId: string
  readonly tale: Tale
  /** Place in its talk: 0 for what began it. */
  readonly n: number
}

/** One answer as it was asked, in the words that the visitor read. */
export interface Told {
  readonly label: string
  readonly value: string
  /** About the matter, or about the person. */
  readonly about: 'matter' | 'person'
  readonly files?: readonly GivenFile[]
}
export interface Tale {
  readonly told: readonly Told[]
  /** Ids of files that came before it and belong to it. */
  readonly files?: readonly string[]
  /** Where an answer goes: their address, in small letters. */
  readonly sender: string | undefined
  /** For what is said in a talk: it goes on with the one that was begun under the same secret. */
  readonly talk?: { readonly secret: string; readonly text: string; readonly files: readonly GivenFile[] }
}

type Handler<A extends Action> = (
  taken: z.output<A['takes']>,
  visit: Visit,
) => Promise<A extends Ask | Send | Act ? z.input<A['gives']> : void>

/** What a kind answers, as the list holds it. */
export interface Answers {
  readonly actions: Actions
  readonly handlers: Readonly<Record<string, Handler<Action>>>
  /** What was sent, as it was asked: kept with it, since questions change. @throws VisitorError when it does not fit */
  tell(body: Readonly<Record<string, unknown>>, widget: WidgetFacts): Promise<Tale>
  /** Which files it takes, by what the address asks; left out by kinds that take none. @throws VisitorError */
  fileLimits?(asked: URLSearchParams, widget: WidgetFacts): Promise<FileLimits>
  /** What rings at an open page that listens, and which talk it has open; left out by kinds in which nothing happens by itself. */
  listens?(asked: URLSearchParams, widget: WidgetFacts): Promise<Listens>
}
export interface Listens {
  readonly topics: readonly string[]
  readonly submissionId: string | undefined
}

/** Handlers for a kind's actions; one that is missing or gives something else is an error on its line. */
export const answering =
  <A extends Actions>(actions: A) =>
  (
    handlers: { readonly [N in keyof A]: Handler<A[N]> },
    tell: Answers['tell'],
    more: Pick<Answers, 'fileLimits' | 'listens'> = {},
  ): Answers => ({
    actions,
    handlers: handlers as unknown as Answers['handlers'],
    tell,
    ...more,
  })
