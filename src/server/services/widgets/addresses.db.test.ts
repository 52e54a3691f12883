/** Addresses in words: one a widget, unique over agencies, given back when the widget goes. */
import { beforeAll, expect, test } from '@jest/globals'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const house = startServices()
const { s } = house
let actor: Actor
let client: string
const widget = (who = actor, of = client) => s.createWidget(who, of, { kind: 'feed', name: 'W' })
const clientOf = async (who: Actor, name: string) =>
  (await s.createClient(who, { name, locale: 'en', timeZone: 'UTC' })).id
beforeAll(async () => {
  actor = await makeActor()
  client = await clientOf(actor, 'Kiln & Tide')
})

test('is stored at once, told by the widget, and taken away again', async () => {
  const { id } = await widget()
  expect((await s.getWidget(actor, id)).address).toBeNull()
  await s.setAddress(actor, id, 'our-reviews')
  expect((await s.getWidget(actor, id)).address).toBe('our-reviews')
  const { forms } = await s.snippetsOf(actor, id)
  expect(forms.find((one) => one.form === 'link')!.code).toMatch(/\/h\/our-reviews"/)
  await s.setAddress(actor, id, null)
  expect((await s.getWidget(actor, id)).address).toBeNull()
})

test('a taken one is refused with one that is free, also to other agencies; one’s own is no obstacle', async () => {
  const [first, second] = [await widget(), await widget()]
  await s.setAddress(actor, first.id, 'bowls')
  await s.setAddress(actor, first.id, 'bowls')
  expect(await s.addressFor(actor, second.id, 'bowls')).toEqual({
    address: 'bowls',
    isTaken: true,
    free: 'bowls-kiln-tide',
  })
  expect(await codeOf(s.setAddress(actor, second.id, 'bowls'))).toBe('address_taken')
  await s.setAddress(actor, second.id, 'bowls-kiln-tide')
  const other = await makeActor()
  const theirs = await widget(other, await clientOf(other, 'Kiln & Tide'))
  expect(await s.addressFor(other, theirs.id, 'bowls')).toMatchObject({ isTaken: true, free: 'bowls-2' })
  expect(await codeOf(s.setAddress(other, theirs.id, 'bowls'))).toBe('address_taken')
})

test('the short name of another widget is taken, too', async () => {
  const [first, second] = [await widget(), await widget()]
  expect(await codeOf(s.setAddress(actor, second.id, first.ref))).toBe('address_taken')
})

test('of two at once one gets it', async () => {
  const two = [await widget(), await widget()]
  const ends = await Promise.all(two.map(({ id }) => codeOf(s.setAddress(actor, id, 'at-once'))))
  expect(ends.sort()).toEqual(['address_taken', 'done'])
})

test('a widget that is deleted gives it back', async () => {
  const [first, second] = [await widget(), await widget()]
  await s.setAddress(actor, first.id, 'given-back')
  await s.deleteWidget(actor, first.id)
  expect(await codeOf(s.setAddress(actor, second.id, 'given-back'))).toBe('done')
})

test('viewers may not; those of other agencies find no widget', async () => {
  const { id } = await widget()
  expect(await codeOf(s.setAddress({ ...actor, role: 'viewer' }, id, 'not-mine'))).toBe('not_allowed')
  expect(await codeOf(s.setAddress(await makeActor(), id, 'not-mine'))).toBe('missing')
  expect(await codeOf(s.addressFor(await makeActor(), id, 'not-mine'))).toBe('missing')
})
