/** Paths of chunks by their names. */

/** Set by the build: each chunk as `name-hash`, since a table with whole paths weighs more than the rest of a small embed. */
declare const yimbleChunks: string
const hashLength = 8

export const chunks: Readonly<Record<string, string>> = Object.fromEntries(
  yimbleChunks.split(' ').map((one) => [one.slice(0, -1 - hashLength), `c/${one}.js`]),
)
