/** Sounds as they are written for telephones, and read back. */
import fc from 'fast-check'
import { peaksOf, samplesPerSecond, secondsOfWav, writeWav } from './wav'

test('what is written lasts as long as it was', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 40_000 }), (count) => {
      expect(secondsOfWav(writeWav(new Float32Array(count)))).toBeCloseTo(count / samplesPerSecond, 6)
    }),
    { numRuns: 50 },
  )
})

test('samples beyond full loudness are cut, not turned over', () => {
  const view = new DataView(writeWav(Float32Array.of(2, -2, 0.5)).buffer)
  expect([44, 46, 48].map((at) => view.getInt16(at, true))).toEqual([32_767, -32_767, 16_384])
})

test('how loud it is along its length, against its loudest', () => {
  const sound = writeWav(Float32Array.of(0, 0.1, -0.5, 0.25, 0, 0))
  expect(peaksOf(sound, 3)).toEqual([0.2, 1, 0])
  expect(peaksOf(new Uint8Array(9), 3)).toEqual([])
})

test('whatever else it is, is no sound, and nothing falls over it', () => {
  const good = writeWav(new Float32Array(100))
  const twoChannels = good.slice()
  twoChannels[22] = 2
  const squeezed = good.slice()
  squeezed[20] = 7
  for (const bytes of [new Uint8Array(), good.slice(0, 44), new Uint8Array(200), twoChannels, squeezed])
    expect(secondsOfWav(bytes)).toBeUndefined()
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (tail) => {
      const bytes = new Uint8Array([...good.slice(0, 12), ...tail])
      expect(secondsOfWav(bytes) ?? 0).toBeGreaterThanOrEqual(0)
    }),
  )
})
