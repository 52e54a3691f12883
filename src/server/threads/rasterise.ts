/** Draws a vector picture once, as large as it is ever shown. */
const maxWidth = 1_600
const maxPixels = 16_000_000
/** Points an inch: small drawings are shown at twice their size. */
const density = { nominal: 72, max: 144 } as const

/** @param bytes - SVG @returns PNG; undefined for what cannot be drawn */
export async function rasterise(bytes: Uint8Array): Promise<Uint8Array | undefined> {
  const { default: sharp } = await import('sharp')
  try {
    const { width = maxWidth } = await sharp(bytes, { density: density.nominal }).metadata()
    const scaled = Math.max(1, Math.min(density.max, Math.floor((density.nominal * maxWidth) / width)))
    return await sharp(bytes, { density: scaled, limitInputPixels: maxPixels }).png().toBuffer()
  } catch {
    return undefined // no drawing, or larger than can be shown
  }
}
