import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { county, findPlace } from './county'
import { distanceKm } from './distance'

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
test.each([
  ['SM4 2QT', 'Marlowick'],
  ['sm42qt', 'Marlowick'],
  ['SM4', 'Marlowick'],
  ['marlowick', 'Marlowick'],
  ['XX1 1AA', undefined],
  ['', undefined],
])('the place of %p', (written, town) => expect(findPlace(written)?.town).toBe(town))
test('every area has a code and a town of its own', () =>
  expect([new Set(county.map((one) => one.code)).size, new Set(county.map((one) => one.town)).size]).toEqual([
    county.length,
    county.length,
  ]))
