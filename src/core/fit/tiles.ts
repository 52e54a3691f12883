/** Addresses of a map's pictures: `https://tiles.example/{z}/{x}/{y}.png`, the usual form of tile servers. */

/** @returns the origin of the map's pictures; undefined where no address is set, or none that can be one */
export function originOfTiles(tiles: string): string | undefined {
  if (!/^https?:\/\//i.test(tiles) || !/\{z\}/.test(tiles)) return undefined
  try {
    return new URL(tiles.replace(/\{\w+\}/g, '0')).origin
  } catch {
    return undefined
  }
}
