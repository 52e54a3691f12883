/** The way out of an island: to its own server, in words of the client's language. Types only. */
import type { GivenFile } from '../core/forms/files'
import type { Act, Actions, Ask, GivenBy, NamesOf, Send, TakenBy } from './actions'

export interface Door<A extends Actions = Actions, W extends string = string> {
  /** Reads. Fails with `away` when nothing answers. */
  ask<N extends NamesOf<A, 'ask'>>(name: N, query: TakenBy<A[N]>): Promise<Answer<Given<A[N]>>>
  /**
   * Writes, once, whatever happens on the way. The answer may take long: while there is no connection, what was sent is kept
   * in the tab and sent again under the same key, also after a reload.
   * @param onWait - called when it is being kept, with a sentence for the visitor
   */
  send<N extends NamesOf<A, 'send'>>(
    name: N,
    body: TakenBy<A[N]>,
    onWait?: (sentence: string) => void,
  ): Promise<Answer<Given<A[N]>>>
  /** Does what lasts a while. Fails with `away` when nothing answers. */
  act<N extends NamesOf<A, 'act'>>(name: N, body: TakenBy<A[N]>): Promise<Answer<Given<A[N]>>>
  /** Where an action of the kind is answered, or `bell`; for what goes past the door (`bell.ts`). */
  address(name: string): string
  /** Sends a file, for `send` to name it afterwards. Fails with `away` when nothing answers. */
  upload(of: Readonly<Record<string, string>>, file: File): Promise<Answer<GivenFile>>
  /** What was being sent when the page was left, so that an island can go on waiting for its answer. */
  pending<N extends NamesOf<A, 'send'>>(name: N): TakenBy<A[N]> | undefined
  /** Such as `2026-11-27`, by the visitor's own calendar. */
  today(): string
  /** What was typed, kept in the tab so that it survives a reload. */
  readonly typed: { get(): Readonly<Record<string, string>>; set(values: Record<string, string>): void }
  /** The kind's words, and those of the door. */
  readonly words: Readonly<Record<W, string>> & Readonly<Record<DoorWord, string>>
}

type Given<A> = A extends Ask | Send | Act ? GivenBy<A> : never

export type Answer<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: VisitorProblem }

/** RFC 9457 problem details as visitors get them: every sentence in the client's language. */
export interface VisitorProblem {
  readonly code: string
  readonly detail: string
  /** Paths of what does not fit, such as `email`. The island says what is wanted there. */
  readonly fields?: readonly string[]
  /** Seconds after which it may be tried again. */
  readonly retryAfter?: number
}

/** Said by the door itself, since the server cannot be reached then. */
export type DoorWord = 'away' | 'kept'

/** What stands in a kind's `live.tsx`, under the name `start`. */
export type Start<P extends object, A extends Actions, W extends string> = (
  box: HTMLElement,
  props: P,
  door: Door<A, W>,
) => () => void

/** A kind's `live.tsx`, as it is loaded. */
export interface LiveChunk {
  readonly start: Start<object, Actions, string>
}

/** What an artifact carries for an island. */
export interface Island {
  /** Names its program. */
  readonly name: string
  readonly props: object
  readonly words: Readonly<Record<string, string>>
}
