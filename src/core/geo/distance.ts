/** Distances on the globe. */
export interface Point {
  readonly latitude: number
  readonly longitude: number
}

const earthKm = 6371.0088
const radians = (degrees: number) => (degrees * Math.PI) / 180

// At module level: the compiler used in development names every inner function again at each call, ten times the work.
const half = (from: number, to: number) => Math.sin(radians(to - from) / 2) ** 2

/** Great-circle distance in km (haversine, mean radius of the IUGG). */
export function distanceKm(a: Point, b: Point): number {
  const h =
    half(a.latitude, b.latitude) +
    Math.cos(radians(a.latitude)) * Math.cos(radians(b.latitude)) * half(a.longitude, b.longitude)
  return 2 * earthKm * Math.asin(Math.min(1, Math.sqrt(h)))
}
