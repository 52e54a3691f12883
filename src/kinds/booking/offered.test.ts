import { describe, expect, test } from '@jest/globals'
import { readyCalendars } from './example'
import { costOf, offeredOf } from './offered'
import { groupsOf, withinSentence } from './names'

test.each([
  ['A booster vaccination', 'en', 'a booster vaccination'],
  ['I can’t say what it is', 'en', 'I can’t say what it is'],
  ['MRI of the paw', 'en', 'MRI of the paw'],
  ['Eine Impfung', 'de', 'Eine Impfung'],
  ['Une vaccination', 'fr', 'une vaccination'],
  ['لقاح', 'ar', 'لقاح'],
])('“%s” within a sentence (%s): “%s”', (name, locale, said) =>
  expect(withinSentence(name, locale)).toBe(said),
)

test.each([
  [null, ''],
  [0, 'nothing'],
  [52, '£52'],
  [12.5, '£12.50'],
])('what costs %s is said as “%s”', (price, said) => expect(costOf(price, 'GBP', 'en')).toBe(said))

describe('what is offered', () => {
  const { calendar } = readyCalendars[0]!
  test('some or all, each with as much as is to be told', () => {
    expect(offeredOf(calendar, {}, 'facts', 'en').services).toHaveLength(3)
    const [one] = offeredOf(calendar, { 'booking.only': ['long'] }, 'name', 'en').services
    expect([one!.name, one!.takes, one!.price, one!.text]).toEqual(['A long visit', '', '', ''])
  })
  test('those who do it can be chosen where there are several', () => {
    const { services, people } = offeredOf(calendar, {}, 'facts', 'en')
    expect(services.map(({ who }) => who)).toEqual([['first', 'second'], ['first', 'second'], []])
    expect(people.map(({ id }) => id)).toEqual(['first', 'second'])
  })
  test('rooms are nobody whom one could choose, and what is not offered is not there', () => {
    const classes = readyCalendars[1]!.calendar
    expect(offeredOf(classes, {}, 'all', 'en').people.map(({ id }) => id)).toEqual(['teacher'])
    const hidden = { ...classes, services: classes.services.map((one) => ({ ...one, isOffered: false })) }
    expect(offeredOf(hidden, {}, 'all', 'en').services).toEqual([])
  })
  test('groups stand in the order in which they first come', () => {
    expect(
      groupsOf(offeredOf(calendar, {}, 'facts', 'en').services).map(([name, of]) => [name, of.length]),
    ).toEqual([
      ['Visits', 2],
      ['To begin with', 1],
    ])
  })
})
