/** When a visitor can be rung, by the hours of the telephones. */
import { exceptionOf } from '../schedule/exceptions'
import { openAt, type OpenNow } from '../schedule/openState'
import type { GivenSwitchboard } from './shape'

export const quarterMs = 15 * 60_000
export const whens = ['now', 'quarter', 'opening', 'say'] as const
export type When = (typeof whens)[number]

export interface Offered {
  readonly when: When
  /** Instant (ms, UTC) until which, or from which, it holds; undefined where nothing is to be told. */
  readonly at: number | undefined
}

/** Hours of all of them together; none where one is there at any time. */
export const hoursOf = ({ phones }: GivenSwitchboard): readonly string[] =>
  phones.some(({ hours }) => hours.length === 0) ? [] : phones.flatMap(({ hours }) => hours)

/** Without a telephone it is never open. */
export function openOf(board: GivenSwitchboard, now: number, offsetAt: (ms: number) => number): OpenNow {
  if (board.phones.length === 0) return { isOpen: false, changesAt: undefined }
  return openAt(hoursOf(board), now, offsetAt, board.exceptions.map(exceptionOf))
}

/**
 * While somebody is there: now, in a quarter of an hour if they are still there then, or when they open next time. While nobody is:
 * when they open, or now, to say it to the message box.
 */
export function offeredAt(board: GivenSwitchboard, now: number, offsetAt: (ms: number) => number): Offered[] {
  const { isOpen, changesAt } = openOf(board, now, offsetAt)
  if (!isOpen)
    return [
      ...(changesAt === undefined ? [] : [{ when: 'opening' as const, at: changesAt }]),
      { when: 'say', at: undefined },
    ]
  const isOpenThen = changesAt === undefined || changesAt > now + quarterMs
  const opensAgain = changesAt === undefined ? undefined : openOf(board, changesAt, offsetAt).changesAt
  return [
    { when: 'now', at: changesAt },
    ...(isOpenThen ? [{ when: 'quarter' as const, at: undefined }] : []),
    ...(opensAgain === undefined ? [] : [{ when: 'opening' as const, at: opensAgain }]),
  ]
}

/** Instant (ms, UTC) at which it rings. @returns undefined when that is not offered now */
export function dueAt(
  when: When,
  board: GivenSwitchboard,
  now: number,
  offsetAt: (ms: number) => number,
): number | undefined {
  const one = offeredAt(board, now, offsetAt).find((offered) => offered.when === when)
  if (!one) return undefined
  if (when === 'quarter') return now + quarterMs
  return when === 'opening' ? one.at : now
}
