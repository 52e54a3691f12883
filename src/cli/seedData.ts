/** What the demo world is made of: brands, a table of places, a catalogue. */
import type { Brand } from '@/core/design/brand'

const brand = (
  background: string,
  text: string,
  muted: string,
  accent: string,
  line: string,
  heading: string,
  body: string,
  radius: number,
): Brand => ({ colours: { background, text, muted, accent, line }, fonts: { heading, body }, radius })

export const brands = {
  kiln: brand('#fbf7f1', '#3a2f2a', '#75655a', '#a4472c', '#e6dccf', 'fraunces', 'figtree', 4),
  bakery: brand('#fffaf0', '#3b2b16', '#7a6545', '#8a4b08', '#ecdcc0', 'bitter', 'figtree', 10),
  vets: brand('#ffffff', '#1f2d33', '#58696f', '#0f6b6b', '#d8e3e3', 'figtree', 'figtree', 12),
  quay: brand('#14202b', '#e8e6df', '#a9b6bf', '#f2b84b', '#2c3d4c', 'bricolage', 'figtree', 0),
  nursery: brand('#ffffff', '#22301f', '#5a6b55', '#2f6b2a', '#d9e4d2', 'bitter', 'figtree', 6),
}

/** The key that the register of people shows on its own page: this is a demo. */
export const peopleKey = 'county-people-demo-key'

/** The invented county: postcodes of a form that exists nowhere. */
export const county = `Code,Latitude,Longitude,Name
QM1,52.93,1.03,Saltmere
QM2,52.96,0.86,Harrow Sands
QM3,52.88,1.21,Wickmouth
QM4,52.79,1.08,Marlowick
QM5,52.71,0.94,Upper Juniper
QM6,52.66,1.19,Fernhollow
QM7,52.61,1.36,Old Quay
QM8,52.84,1.42,Tidewell
QM9,52.55,0.81,Kilnbridge
`

export const plantTable = (at: string) => `Key,Name,Price,Currency,Link,Picture,Description
fern,Hart's-tongue fern,6.50,GBP,${at}/plants/fern,${at}/pictures/2.jpg,"For shade, damp and patience."
willow,Weaving willow in bundles,14,GBP,${at}/plants/willow,${at}/pictures/5.jpg,"Cut in winter, a yard and a half long."
pot,Frost-proof pot,22.75,GBP,${at}/plants/pot,${at}/pictures/8.jpg,"Thrown a mile from here."
`
