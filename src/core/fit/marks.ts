/** Where a layout changes as its container grows, told from the heights alone: no kind has to say it. */

const from = 240
const to = 1600
const step = 16

/** @param heightAt - height in px at a container width @returns widths (px) at which the height drops by more than a sixth at once */
export function layoutMarks(heightAt: (widthPx: number) => number): number[] {
  const marks: number[] = []
  let before = heightAt(from)
  for (let width = from + step; width <= to; width += step) {
    const height = heightAt(width)
    const isDrop = (lower: number) => before - lower > before / 6
    // Heights are counted card by card: looked at more closely only where one drops.
    if (isDrop(height)) marks.push(isDrop(heightAt(width - step / 2)) ? width - step / 2 : width)
    before = height
  }
  return marks
}
