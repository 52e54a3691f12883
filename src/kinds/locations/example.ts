/** Places to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const place = (
  at: number,
  name: string,
  streetAddress: string,
  [addressLocality, postalCode]: readonly [string, string],
  [latitude, longitude]: readonly [number, number],
  openingHours: readonly string[],
  text = '',
): Item => ({
  type: 'Place',
  id: `example/${at}`,
  source: 'example',
  sourceName: 'Marlowick Bakery',
  name,
  text,
  image: [],
  keywords: [],
  location: { streetAddress, addressLocality, postalCode, latitude, longitude },
  openingHours,
  telephone: [`01632 96014${at}`],
})

export const exampleLocations: readonly Item[] = [
  place(1, 'Quay Road', '2 Quay Road', ['Marlowick', 'QM4 2QT'], [52.41, 1.12], ['Mo-Sa 06:30-17:30']),
  place(
    2,
    'Lantern Row',
    '9 Lantern Row',
    ['Tidewell', 'QM8 1AB'],
    [52.36, 1.31],
    ['Tu-Sa 07:30-16:00'],
    'The last loaves go at three.',
  ),
  place(
    3,
    'The Old Customs House',
    '31 Harbour Parade, upper entrance beside the chandler',
    ['Saltmere', 'QM1 5DK'],
    [52.49, 1.27],
    ['Mo-Fr 07:30-14:00', 'Sa,Su 08:00-12:00'],
  ),
  place(
    4,
    'Fernhollow Green',
    '1 The Green',
    ['Fernhollow', 'QM6 3PW'],
    [52.3, 1.05],
    ['Mo-We,Fr-Sa 08:00-13:00'],
  ),
]
