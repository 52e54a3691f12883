import { describe, expect, test } from '@jest/globals'
import { openAt, openState } from './openState'
import { readSpecialHours } from './specialHours'

/** An hour east of UTC from the end of March 2026 to the end of October. */
const london = (ms: number) =>
  ms >= Date.parse('2026-03-29T01:00Z') && ms < Date.parse('2026-10-25T01:00Z') ? 60 : 0
const week = ['Mo-Fr 08:00-12:00', 'Mo-Fr 13:00-17:30', 'Sa 22:00-02:00']
const at = (iso: string, lines: readonly string[] = week) => {
  const state = openState(lines, london, Date.parse(iso))
  return (
    state && {
      isOpen: state.isOpen,
      turns:
        state.turns === undefined ? undefined : new Date(state.turns * 60_000).toISOString().slice(0, 16),
      daysAway: state.daysAway,
    }
  )
}

describe('open or not', () => {
  test.each<[string, string, object]>([
    // 25 November 2026 is a Wednesday.
    ['open until noon', '2026-11-25T09:00Z', { isOpen: true, turns: '2026-11-25T12:00', daysAway: 0 }],
    ['shut over noon', '2026-11-25T12:00Z', { isOpen: false, turns: '2026-11-25T13:00', daysAway: 0 }],
    ['shut in the evening', '2026-11-25T17:30Z', { isOpen: false, turns: '2026-11-26T08:00', daysAway: 1 }],
    [
      'over midnight, seen from Sunday',
      '2026-11-29T01:00Z',
      { isOpen: true, turns: '2026-11-29T02:00', daysAway: 0 },
    ],
    ['shut on Sunday', '2026-11-29T10:00Z', { isOpen: false, turns: '2026-11-30T08:00', daysAway: 1 }],
    [
      'by the clock of summer',
      '2026-07-01T06:59Z',
      { isOpen: false, turns: '2026-07-01T07:00', daysAway: 0 },
    ],
    [
      'over the change of the clocks',
      '2026-10-24T22:00Z',
      { isOpen: true, turns: '2026-10-25T02:00', daysAway: 0 },
    ],
  ])('%s', (_, now, expected) => expect(at(now)).toEqual(expected))

  test('always open is said as that; what cannot be read tells nothing', () => {
    const always = openState(['Mo-Su 00:00-24:00'], london, Date.parse('2026-11-25T09:00Z'))
    expect(always).toMatchObject({ isOpen: true, isAlways: true })
    expect(at('2026-11-25T09:00Z', ['by appointment'])).toBeUndefined()
  })
  test('today’s openings stand in order, with the time of the wall', () => {
    const state = openState(week, london, Date.parse('2026-07-01T08:30Z'))
    expect(state).toMatchObject({
      now: 9 * 60 + 30,
      today: [
        { from: 480, until: 720 },
        { from: 780, until: 1050 },
      ],
    })
  })
})

const readException = (line: string) => [readSpecialHours(line)].filter((one) => one !== undefined)

describe('days on which the hours of the week do not hold', () => {
  const special = ['2026-12-24 08:00-12:00', '2026-12-25/2026-12-27 closed', 'by appointment']
  const on = (iso: string) => {
    const { isOpen, turns, today } = openState(week, london, Date.parse(iso), special.flatMap(readException))!
    return [isOpen, turns && new Date(turns * 60_000).toISOString().slice(0, 16), today.length]
  }
  test.each<[string, string, unknown[]]>([
    // 24 December 2026 is a Thursday.
    ['shorter on one', '2026-12-24T11:59Z', [true, '2026-12-24T12:00', 1]],
    ['then shut for days', '2026-12-24T12:00Z', [false, '2026-12-28T08:00', 1]],
    ['over a Saturday that goes on past midnight', '2026-12-27T01:00Z', [false, '2026-12-28T08:00', 0]],
    ['and as every week again', '2026-12-28T08:00Z', [true, '2026-12-28T12:00', 2]],
  ])('%s', (_, iso, expected) => expect(on(iso)).toEqual(expected))
  test('shut for weeks, it still says when it opens', () => {
    const state = openState(
      week,
      london,
      Date.parse('2026-12-01T10:00Z'),
      readException('2026-12-01/2027-01-10 closed'),
    )
    expect(new Date(state!.turns! * 60_000).toISOString()).toBe('2027-01-11T08:00:00.000Z')
  })
})

const shop = ['Mo-Fr 09:00-17:30', 'Sa 10:00-14:00']
const ms = (iso: string) => Date.parse(iso)
const iso = (instant: number | undefined) =>
  instant === undefined ? undefined : new Date(instant).toISOString()

describe('whether it is open, and until when', () => {
  test.each([
    ['within the hours', '2026-11-27T11:00:00Z', true, '2026-11-27T17:30:00.000Z'],
    ['before them', '2026-11-27T08:59:59Z', false, '2026-11-27T09:00:00.000Z'],
    ['at the very beginning', '2026-11-27T09:00:00Z', true, '2026-11-27T17:30:00.000Z'],
    ['at the very end', '2026-11-27T17:30:00Z', false, '2026-11-28T10:00:00.000Z'],
    ['over the weekend', '2026-11-28T15:00:00Z', false, '2026-11-30T09:00:00.000Z'],
    ['in summer, by the clock on the wall', '2026-07-27T08:00:00Z', true, '2026-07-27T16:30:00.000Z'],
    ['over the night the clocks go back', '2026-10-24T20:00:00Z', false, '2026-10-26T09:00:00.000Z'],
  ])('%s', (_what, now, isOpen, changesAt) => {
    const state = openAt(shop, ms(now), london)
    expect([state.isOpen, iso(state.changesAt)]).toEqual([isOpen, changesAt])
  })
  test('past midnight it is still the evening before', () =>
    expect(openAt(['Fr 20:00-02:00'], ms('2026-11-28T01:00:00Z'), london)).toEqual({
      isOpen: true,
      changesAt: ms('2026-11-28T02:00:00Z'),
    }))
  test('hours that meet are one', () =>
    expect(
      iso(openAt(['Fr 09:00-12:00', 'Fr 12:00-15:00'], ms('2026-11-27T10:00:00Z'), london).changesAt),
    ).toBe('2026-11-27T15:00:00.000Z'))
  test.each([[[]], [['Mo-Su 00:00-24:00']]])('never shut: %j', (lines) =>
    expect(openAt(lines, ms('2026-11-27T10:00:00Z'), london)).toEqual({ isOpen: true, changesAt: undefined }),
  )
  test.each([
    ['it rings at any time, but not on a holiday', '2026-12-25T10:00:00Z', false, '2026-12-26T00:00:00.000Z'],
    ['and stops on its eve', '2026-12-24T10:00:00Z', true, '2026-12-25T00:00:00.000Z'],
  ])('%s', (_what, now, isOpen, changesAt) => {
    const state = openAt([], ms(now), london, [readSpecialHours('2026-12-25 closed')!])
    expect([state.isOpen, iso(state.changesAt)]).toEqual([isOpen, changesAt])
  })
})
