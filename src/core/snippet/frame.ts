/** A frame has one height at every width, since a snippet without styles can name no other. */

/** CSS px. */
export const frameLimits = { least: 80, most: 20_000 } as const

/** What the widget needs at a width of the viewport; CSS px. */
export interface HeightAt {
  readonly viewport: number
  readonly height: number
}

/**
 * Takes the height that the widget needs on computers, so that no hole stays there. On narrower screens it scrolls inside.
 * @param chosen - what the designer chose instead
 */
export function frameHeight(heights: readonly HeightAt[], chosen: number | null = null): number {
  const [widest] = [...heights].sort((a, b) => b.viewport - a.viewport)
  return Math.max(frameLimits.least, chosen ?? widest?.height ?? 0)
}
