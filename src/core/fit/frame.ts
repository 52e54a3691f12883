/** Finds widths at which a frame is too high for its widget: it has one height for all of them. */
import type { Finding, Measured } from './findings'

/** CSS px that may stay empty below a widget without a word. */
const greatestHolePx = 100

export function frameFindings(measured: readonly Measured[]): Finding[] {
  const holes = measured.flatMap(({ frame, height, viewport }) =>
    frame !== null && frame - height > greatestHolePx ? [{ viewport, px: Math.round(frame - height) }] : [],
  )
  if (holes.length === 0) return []
  return [
    {
      id: 'frame',
      tone: 'look',
      part: 'widget',
      step: 'ship',
      what: 'The frame is higher than what stands in it, and leaves a hole in the page. Choose its height under Ship.',
      where: holes.map(({ viewport, px }) => `${viewport} px: ${px} px are empty`).join(', '),
    },
  ]
}
