/** Boxes over a picture stay within it, and what is blacked out is black to the last pixel. */
import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { boxBetween, burnIn, moved, sized, type Box } from './boxes'

const share = fc.double({ min: 0, max: 1, noNaN: true })
const any = fc.double({ min: -2, max: 2, noNaN: true })
const corner = fc.tuple(any, any)
const kind = fc.constantFrom('mark' as const, 'black' as const)
const anyBox = fc
  .tuple(kind, fc.tuple(share, share), fc.tuple(share, share))
  .map((parts) => boxBetween(...parts))
const isWithin = ({ x, y, width, height }: Box) =>
  x >= 0 && y >= 0 && width >= 0 && height >= 0 && x + width <= 1 + 1e-9 && y + height <= 1 + 1e-9

test('drawn from any corner to any other it is the same, and within the picture', () => {
  fc.assert(
    fc.property(kind, corner, corner, (as, from, to) => {
      expect(boxBetween(as, from, to)).toEqual(boxBetween(as, to, from))
      expect(isWithin(boxBetween(as, from, to))).toBe(true)
    }),
  )
  expect(boxBetween('mark', [0.5, 0.75], [0.25, 0.5])).toEqual({
    as: 'mark',
    x: 0.25,
    y: 0.5,
    width: 0.25,
    height: 0.25,
  })
})
test('moved and sized it stays within the picture; moved it keeps its size', () => {
  fc.assert(
    fc.property(anyBox, any, any, (box, x, y) => {
      expect(isWithin(moved(box, x, y))).toBe(true)
      expect(moved(box, x, y)).toMatchObject({ width: box.width, height: box.height })
      const larger = sized(box, x, y)
      expect([larger.x, larger.y]).toEqual([box.x, box.y])
      expect(larger.width).toBeGreaterThanOrEqual(0.01)
    }),
  )
})

/** What is drawn, as far as it matters here. */
class Drawing {
  fillStyle = ''
  strokeStyle = ''
  lineWidth = 0
  readonly done: [string, string, ...number[]][] = []
  fillRect(...frame: number[]) {
    this.done.push(['fill', this.fillStyle, ...frame])
  }
  strokeRect(...frame: number[]) {
    this.done.push(['stroke', this.strokeStyle, ...frame])
  }
}
const drawn = (boxes: readonly Box[], width: number, height: number) => {
  const drawing = new Drawing()
  burnIn(drawing as unknown as CanvasRenderingContext2D, boxes, '#0a6', { width, height })
  return drawing.done
}

test('black boxes cover every pixel that they touch', () => {
  fc.assert(
    fc.property(
      anyBox,
      fc.integer({ min: 1, max: 4000 }),
      fc.integer({ min: 1, max: 4000 }),
      (box, width, height) => {
        const [[, colour, x, y, w, h] = []] = drawn([{ ...box, as: 'black' }], width, height) as [
          string,
          string,
          number,
          number,
          number,
          number,
        ][]
        expect(colour).toBe('#000')
        expect(x!).toBeLessThanOrEqual(box.x * width)
        expect(y!).toBeLessThanOrEqual(box.y * height)
        expect(x! + w!).toBeGreaterThanOrEqual((box.x + box.width) * width - 1e-6)
        expect(y! + h!).toBeGreaterThanOrEqual((box.y + box.height) * height - 1e-6)
      },
    ),
  )
})
test('marks are drawn over black boxes, in the accent with white around it', () => {
  const at = { x: 0.25, y: 0.25, width: 0.5, height: 0.5 }
  const done = drawn(
    [
      { as: 'mark', ...at },
      { as: 'black', ...at },
    ],
    800,
    400,
  )
  expect(done.map(([how, colour]) => `${how} ${colour}`)).toEqual(['fill #000', 'stroke #fff', 'stroke #0a6'])
  expect(done[2]).toEqual(['stroke', '#0a6', 200, 100, 400, 200])
})
