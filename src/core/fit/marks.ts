/** Where a layout changes as its container grows, told from the heights alone: no kind has to say it. */

const from = 240
const to = 1600
const step = 8

/** @param heightAt - height in px at a container width @returns widths (px) at which the height drops by more than a sixth at once */
export function layoutMarks(heightAt: (widthPx: number) => number): number[] {
  const marks: number[] = []
  let before = heightAt(from)
  for (let width = from + step; width <= to; width += step) {
    const height = heightAt(width)
    if (before - height > before / 6) marks.push(width)
    before = height
  }
  return marks
}
