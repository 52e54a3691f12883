/** Events as they are written, found again in somebody's calendar, and written anew without losing what they added. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import ICAL from 'ical.js'
import { useTestDatabase } from '../../db/testDatabase'
import type { IcsEvent } from './ics'

let drop: () => Promise<void>
let ics: typeof import('./ics')
beforeAll(async () => {
  drop = await useTestDatabase({})
  ics = await import('./ics')
})
afterAll(() => drop())

const id = '5b7f5b55-77a5-4d7c-9a0c-6a1f8f1f0a11'
const event = (change: Partial<IcsEvent> = {}): IcsEvent => ({
  id,
  sequence: 0,
  changedAt: new Date('2026-11-01T00:00:00Z'),
  starts: Date.parse('2026-12-03T10:00:00Z') / 60_000,
  ends: Date.parse('2026-12-03T10:30:00Z') / 60_000,
  summary: 'A visit',
  description: '',
  location: '1 Juniper Lane',
  status: 'CONFIRMED',
  ...change,
})
const times = (text: string) => ics.timesIn(text, id)

describe('what is written', () => {
  test('is found again by its id, at its time, whatever words it has', () => {
    const words = fc.string({ unit: 'grapheme', maxLength: 200 })
    fc.assert(
      fc.property(words, words, fc.integer({ min: 0, max: 5_000_000 }), (summary, description, more) => {
        const starts = event().starts + more
        const text = ics.writeIcs(undefined, [event({ summary, description, starts, ends: starts + 45 })])
        expect(times(text)).toEqual({ starts, ends: starts + 45 })
        // RFC 5545, 3.1: no line is longer than 75 bytes.
        for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
      }),
    )
  })
  test('its UID is found though its line is folded', () => {
    const long = `${'a'.repeat(90)}@somewhere.example`
    const text = ics.writeIcs(undefined, [event()]).replace(ics.uidOf(id), long)
    const folded = text.replace(long, `${long.slice(0, 60)}\r\n ${long.slice(60)}`)
    expect(ics.uidsIn(folded)).toEqual([long])
    expect(ics.uidsIn(ics.writeIcs(undefined, [event()])).map(ics.idOfUid)).toEqual([event().id])
    expect(ics.idOfUid(long)).toBeUndefined()
  })
  test('names its method in mails only', () => {
    expect(ics.writeIcs(undefined, [event()])).not.toContain('METHOD')
    expect(ics.writeIcs('CANCEL', [event()])).toContain('METHOD:CANCEL')
  })
})

describe('what stands in somebody’s calendar', () => {
  const theirs = (lines: readonly string[]) =>
    ics.writeIcs(undefined, [event()]).replace('END:VEVENT', [...lines, 'END:VEVENT'].join('\r\n'))
  test('keeps what they added when our time changes', () => {
    const text = theirs(['X-COLOUR:green', 'BEGIN:VALARM', 'ACTION:DISPLAY', 'TRIGGER:-PT15M', 'END:VALARM'])
    const next = ics.rewriteIcs(
      text,
      event({ sequence: 3, starts: event().starts + 60, ends: event().ends + 60 }),
    )!
    expect(times(next)).toEqual({ starts: event().starts + 60, ends: event().ends + 60 })
    for (const line of ['X-COLOUR:green', 'TRIGGER:-PT15M', 'SEQUENCE:3']) expect(next).toContain(line)
    expect(next.match(/DTSTART/g)).toHaveLength(1)
  })
  test('written with a zone of theirs, or with a duration, it is at the same time', () => {
    const zoned = ics.writeIcs(undefined, [event()]).replace(/DTEND[^\r]*/, 'DURATION:PT30M')
    expect(times(zoned)).toEqual({ starts: event().starts, ends: event().ends })
    const next = ics.rewriteIcs(zoned, event({ ends: event().ends + 15 }))!
    expect(next).not.toContain('DURATION')
    expect(times(next)?.ends).toBe(event().ends + 15)
  })
  test.each<[string, (text: string) => string]>([
    ['called off there', (text) => text.replace('CONFIRMED', 'CANCELLED')],
    ['another event', (text) => text.replaceAll(id, '00000000-0000-4000-8000-000000000000')],
    ['no calendar', () => '<!doctype html>'],
    ['cut off', (text) => text.slice(0, text.length / 2)],
    ['empty', () => ''],
  ])('%s: nothing is there', (_, by) => {
    expect(times(by(ics.writeIcs(undefined, [event()])))).toBeUndefined()
  })
  test('what cannot be read is not written over with half of it', () => {
    expect(ics.rewriteIcs('<!doctype html>', event())).toBeUndefined()
    const parsed = ICAL.parse(ics.rewriteIcs(ics.writeIcs(undefined, [event()]), event())!) as [string]
    expect(parsed[0]).toBe('vcalendar')
  })
})
