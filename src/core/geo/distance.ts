/** Distances on the globe. */
export interface Point {
  readonly latitude: number
  readonly longitude: number
}

const earthKm = 6371.0088
const radians = (degrees: number) => (degrees * Math.PI) / 180

/** Great-circle distance in km (haversine, mean radius of the IUGG). */
export function distanceKm(a: Point, b: Point): number {
  const half = (from: number, to: number) => Math.sin(radians(to - from) / 2) ** 2
  const h =
    half(a.latitude, b.latitude) +
    Math.cos(radians(a.latitude)) * Math.cos(radians(b.latitude)) * half(a.longitude, b.longitude)
  return 2 * earthKm * Math.asin(Math.min(1, Math.sqrt(h)))
}
