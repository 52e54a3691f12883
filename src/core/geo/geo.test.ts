import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { distanceKm } from './distance'
import { placeKeysOf, pointOf, typedKeys } from './places'

describe('distances', () => {
  // A degree of longitude at the equator, a quarter of the globe, across the date line.
  test.each([
    [[0, 0], [0, 1], 111.195],
    [[0, 0], [90, 0], 10_007.557],
    [[0, 179.5], [0, -179.5], 111.195],
    [[52.79, 1.08], [52.79, 1.08], 0],
  ])('%p to %p', ([a, b], [c, d], km) =>
    expect(distanceKm({ latitude: a!, longitude: b! }, { latitude: c!, longitude: d! })).toBeCloseTo(km, 2),
  )
  const point = fc.record({
    latitude: fc.double({ min: -90, max: 90, noNaN: true }),
    longitude: fc.double({ min: -180, max: 180, noNaN: true }),
  })
  test('there and back is the same, and no farther than round the half globe', () =>
    fc.assert(
      fc.property(point, point, (a, b) => {
        expect(distanceKm(a, b)).toBeCloseTo(distanceKm(b, a), 6)
        expect(distanceKm(a, b)).toBeLessThanOrEqual(20_016)
      }),
    ))
})

describe('keys of a place', () => {
  test.each<[string, Parameters<typeof placeKeysOf>[0], string[]]>([
    ['a postcode, then its area', { postalCode: 'qm4 2qt' }, ['QM42QT', 'QM4']],
    ['a postcode without its space', { postalCode: 'QM42QT' }, ['QM42QT', 'QM42Q', 'QM42', 'QM4']],
    ['a town', { addressLocality: 'Old Quay' }, ['OLDQUAY']],
    ['a town at the end of an address', { name: 'The Hall, 3 Quay Street, Old Quay' }, ['OLDQUAY']],
    ['a postcode at the end of an address', { name: '3 Quay Street, Old Quay QM7 1AA' }, ['QM7', 'OLDQUAY']],
  ])('%s', (_name, location, wanted) => {
    for (const key of wanted) expect(placeKeysOf(location)).toContain(key)
  })
  test('the postcode goes before the town, the town before words of the address', () => {
    const keys = placeKeysOf({ postalCode: 'QM4', addressLocality: 'Marlowick', name: 'Tidewell Hall' })
    expect(keys.indexOf('QM4')).toBeLessThan(keys.indexOf('MARLOWICK'))
    expect(keys.indexOf('MARLOWICK')).toBeLessThan(keys.indexOf('TIDEWELL'))
  })
  test.each([[''], ['x'], ['12'.repeat(40)]])('%p makes no flood of keys', (name) =>
    expect(placeKeysOf({ name, postalCode: name }).length).toBeLessThan(80),
  )
  test('what is typed is a name or a code', () =>
    expect([typedKeys('Upper Juniper'), typedKeys('QM5 1')]).toEqual([
      ['UPPERJUNIPER'],
      ['QM51', 'QM5', 'QM'],
    ]))
  test('a location without coordinates is nowhere yet', () =>
    expect([pointOf({ name: 'Hall' }), pointOf({ latitude: 1, longitude: 2 })]).toEqual([
      undefined,
      { latitude: 1, longitude: 2 },
    ]))
})
