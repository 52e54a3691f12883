/** Boxes drawn over a picture: where they are, and how they get into its pixels. */

/** In shares of the picture's width and height, 0 to 1. */
export interface Box {
  readonly as: 'mark' | 'black'
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** Smaller ones are a slip of the hand. */
export const leastShare = 0.01

const within = (value: number, most: number) => Math.min(Math.max(value, 0), most)

/** Between two corners, whichever was first. */
export function boxBetween(
  as: Box['as'],
  from: readonly [number, number],
  to: readonly [number, number],
): Box {
  const [x, y] = [0, 1].map((at) => within(Math.min(from[at]!, to[at]!), 1)) as [number, number]
  const [right, bottom] = [0, 1].map((at) => within(Math.max(from[at]!, to[at]!), 1)) as [number, number]
  return { as, x, y, width: right - x, height: bottom - y }
}

/** Moved, or made larger by its far corner; never beyond the picture. */
export const moved = (box: Box, x: number, y: number): Box => ({
  ...box,
  x: within(box.x + x, 1 - box.width),
  y: within(box.y + y, 1 - box.height),
})
export const sized = (box: Box, x: number, y: number): Box => ({
  ...box,
  width: Math.max(leastShare, within(box.width + x, 1 - box.x)),
  height: Math.max(leastShare, within(box.height + y, 1 - box.y)),
})

/** Into the pixels: nothing of what is under a black box is left. Those to mark come last, so that none is hidden. */
export function burnIn(
  drawing: CanvasRenderingContext2D,
  boxes: readonly Box[],
  accent: string,
  { width, height }: { readonly width: number; readonly height: number } = drawing.canvas,
): void {
  const line = Math.max(2, Math.round(width / 400))
  for (const box of boxes.toSorted((one, other) => one.as.localeCompare(other.as))) {
    // Outwards to whole pixels: half a pixel would let something through.
    const [x, y] = [Math.floor(box.x * width), Math.floor(box.y * height)]
    const [right, bottom] = [Math.ceil((box.x + box.width) * width), Math.ceil((box.y + box.height) * height)]
    const frame = [x, y, right - x, bottom - y] as const
    if (box.as === 'black') {
      drawing.fillStyle = '#000'
      drawing.fillRect(...frame)
      continue
    }
    for (const [colour, by] of [
      ['#fff', 2 * line],
      [accent, line],
    ] as const) {
      drawing.strokeStyle = colour
      drawing.lineWidth = by
      drawing.strokeRect(...frame)
    }
  }
}
