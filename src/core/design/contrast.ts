/** Contrast of two colours by WCAG 2.2 (relative luminance, success criteria 1.4.3 and 1.4.11). Colour maths is culori's. */
import { converter, formatHex, parse, wcagContrast } from 'culori'

/** WCAG 2.2, 1.4.3: text of normal size. */
export const readableRatio = 4.5
/** WCAG 2.2, 1.4.11: what is drawn and has to be recognised. */
export const drawnRatio = 3

/** 1 (none) to 21 (black on white); undefined when either can't be read as a colour. */
export function contrast(text: string, background: string): number | undefined {
  const [a, b] = [parse(text), parse(background)]
  return a && b ? wcagContrast(a, b) : undefined
}

const toOklch = converter('oklch')

/**
 * The nearest colour of the same hue that is readable on `background`, found by moving lightness only.
 * @returns `text` itself when it is readable already, or black or white where no shade of it would be
 */
export function readableShade(text: string, background: string, ratio: number = readableRatio): string {
  const start = toOklch(parse(text))
  if (!start || (contrast(text, background) ?? 21) >= ratio) return text
  const candidates: string[] = []
  for (let step = 1; step <= 100; step += 1) {
    for (const l of [start.l - step / 100, start.l + step / 100])
      if (l >= 0 && l <= 1) candidates.push(formatHex({ ...start, l }))
  }
  return (
    candidates.find((one) => (contrast(one, background) ?? 0) >= ratio) ??
    ((contrast('#000000', background) ?? 0) > 4.5 ? '#000000' : '#ffffff')
  )
}

/** Black or white, whichever is easier to read on a colour. */
export const readableOn = (background: string): string =>
  (contrast('#000000', background) ?? 0) > (contrast('#ffffff', background) ?? 21) ? '#000000' : '#ffffff'
