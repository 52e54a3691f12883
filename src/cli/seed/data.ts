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
  quay: brand('#14202b', '#e8e6df', '#a9b6bf', '#f2b84b', '#2c3d4c', 'bricolage', 'instrument', 0),
  nursery: brand('#ffffff', '#22301f', '#5a6b55', '#2f6b2a', '#d9e4d2', 'bitter', 'figtree', 6),
}

/** The keys that the services show on their own pages: this is a demo. */
export const lettersKey = 'saltmere-letters-demo-key'
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

/** What was taken down in the hall: title, who plays, list, how it is rated, and a cover where there is one. */
export const recordings = (site: string) => `Key,Title,Artist,List,Rating,Ratings,Cover,Link,Description,Date
low-water,Low Water,The Herring Girls,Recordings / In the big room,4.9,62,${site}/pictures/0.jpg,${site}/,"One evening, one microphone, and the tide at the door.",2026-10-02
three-lamps,Three Lamps on Harbour Steps,Ottar Lind,Recordings / In the big room,4.6,18,${site}/pictures/1.jpg,${site}/,"Harmonium and a voice, walked in from the rain.",2026-09-11
gut,Gut and Horsehair,Tamsin Gale Trio,Recordings / In the bar,4.8,40,${site}/pictures/2.jpg,${site}/,"Everything they know about reels, and two things they do not.",2026-08-21
longest,"Songs for the Longest Nights, and Some for the Mornings After",The Old Quay Voices,Recordings / In the big room,,,,${site}/,"Sung by forty people who all had the flu.",2026-11-20
breathe,Breathe In,Bellwether,Recordings / In the bar,4.4,27,${site}/pictures/3.jpg,${site}/,"Bellows, buttons and no drums at all.",2026-06-05
roof,Since the Roof Leaked,"Various, and buckets",Recordings / In the bar,4.7,33,${site}/pictures/4.jpg,${site}/,"The night that paid for the slates.",2026-03-13
`

export const shops = `Key,Name,Street,Town,Postcode,Latitude,Longitude,Opening hours,Exceptions,Phone,Description
quay,Quay Road,2 Quay Road,Marlowick,QM4 2QT,52.79,1.08,Mo-Sa 06:30-17:30,2026-12-25/2026-12-26 closed,01632 960141,"The oven house. What is in the window came out of the wall behind it."
lantern,Lantern Row,9 Lantern Row,Tidewell,QM8 1AB,52.84,1.42,Tu-Sa 07:30-16:00,2026-12-25 closed,01632 960142,"The last loaves go at three."
customs,The Old Customs House,"31 Harbour Parade, upper entrance beside the chandler",Saltmere,QM1 5DK,52.93,1.03,Mo-Fr 07:30-14:00; Sa-Su 08:00-12:00,2026-12-24 07:30-12:00; 2026-12-25/2027-01-01 closed,01632 960143,
green,Fernhollow Green,1 The Green,Fernhollow,QM6 3PW,52.66,1.19,"Mo-We,Fr-Sa 08:00-13:00",2026-12-25/2026-12-27 closed,01632 960144,"No card machine, and no plan to have one."
`
