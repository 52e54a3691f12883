/**
 * Checks a description for search engines: that each thing has what its type demands, and that values are written as
 * schema.org wants them (https://schema.org; the demanded properties are those without which a result is not shown).
 */
type Node = Readonly<Record<string, unknown>>

const isNode = (value: unknown): value is Node =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const demanded: Readonly<Record<string, readonly string[]>> = {
  ItemList: ['itemListElement'],
  ListItem: ['position', 'item'],
  Event: ['name', 'startDate', 'location'],
  Place: ['name'],
  PostalAddress: [],
  GeoCoordinates: ['latitude', 'longitude'],
  OpeningHoursSpecification: ['opens', 'closes'],
  Offer: ['price', 'priceCurrency'],
  Person: ['name'],
  Product: ['name'],
  Review: ['reviewRating', 'author'],
  Rating: ['ratingValue'],
  AggregateRating: ['ratingValue'],
  Organization: ['name'],
}

const time = /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?$/
const clock = /^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d)?$/
const address = /^https?:\/\/[^\s]+$/

/** How the values of a property have to be written; none where anything will do. */
const written: Readonly<Record<string, (value: unknown) => boolean>> = {
  startDate: (value) => time.test(String(value)),
  endDate: (value) => time.test(String(value)),
  datePublished: (value) => time.test(String(value)),
  validFrom: (value) => time.test(String(value)),
  validThrough: (value) => time.test(String(value)),
  opens: (value) => clock.test(String(value)),
  closes: (value) => clock.test(String(value)),
  url: (value) => address.test(String(value)),
  embedUrl: (value) => address.test(String(value)),
  eventStatus: (value) =>
    /^https:\/\/schema\.org\/Event(Scheduled|Cancelled|Postponed|Rescheduled)$/.test(String(value)),
  dayOfWeek: (value) =>
    [value].flat().every((day) => /^(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day$/.test(String(day))),
  price: (value) => Number.isFinite(Number(value)) && Number(value) >= 0,
  priceCurrency: (value) => /^[A-Z]{3}$/.test(String(value)),
  latitude: (value) => Math.abs(Number(value)) <= 90,
  longitude: (value) => Math.abs(Number(value)) <= 180,
  ratingValue: (value) => Number.isFinite(Number(value)),
  position: (value) => Number.isInteger(value) && Number(value) > 0,
}

/** @returns what is wrong, each with where it stands, such as `itemListElement.2.item.startDate is missing` */
export function faultsIn(description: unknown, where = ''): string[] {
  if (Array.isArray(description))
    return description.flatMap((one, at) => faultsIn(one, [where, String(at + 1)].filter(Boolean).join('.')))
  if (!isNode(description)) return []
  const at = (name: string) => [where, name].filter(Boolean).join('.')
  const type = String(description['@type'] ?? '')
  if (type === '') return [`${at('@type')} is missing`]
  const missing = (demanded[type] ?? []).filter((name) => isNothing(description[name]))
  const { address, location } = description
  // A room or where somebody works may do without; where one has to go may not.
  const isUnfindable = type === 'Event' && isNode(location) && isNothing(location.address)
  return [
    ...missing.map((name) => `${at(name)} is missing`),
    ...(isUnfindable ? [`${at('location.address')} is missing`] : []),
    ...(isNode(address) && Object.keys(address).length < 2 ? [`${at('address')} says nothing`] : []),
    ...Object.entries(description)
      .filter(([name, value]) => value !== undefined && written[name]?.(value) === false)
      .map(([name, value]) => `${at(name)} is written “${String(value)}”`),
    ...Object.entries(description).flatMap(([name, value]) => faultsIn(value, at(name))),
  ]
}

const isNothing = (value: unknown) =>
  value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0)
