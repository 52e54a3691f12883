/** People to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'
import { personRef } from '../drawing'

const person = (
  at: number,
  given: string,
  family: string,
  jobTitle: string,
  more: Partial<Item> = {},
): Item => ({
  type: 'Person',
  id: `example/p${at}`,
  source: 'example',
  sourceName: 'Register',
  url: `https://people.example/${at}`,
  name: `${given} ${family}`,
  givenName: given,
  familyName: family,
  text: 'Came for a week and stayed. Looks after whatever nobody else wants to touch.',
  jobTitle,
  telephone: [`01632 96010${at}`],
  email: [`${given.toLowerCase()}@juniper.example`],
  location: { addressLocality: at % 2 === 0 ? 'Upper Juniper' : 'Tidewell' },
  openingHours: [
    ['Mo-Fr 08:00-17:00', 'Mo,We,Fr 09:00-13:00', 'Tu-Th 10:00-18:00', 'Sa 09:00-12:00'][at % 4]!,
  ],
  image: at === 4 ? [] : [{ ref: personRef(at), width: 800, height: 1000, caption: '' }],
  keywords: ['First check', 'Vaccination'],
  ...more,
})

export const examplePeople: readonly Item[] = [
  person(1, 'Ines', 'Hallam', 'Runs the practice; cats, and cats only pretending to be ill'),
  person(2, 'Tobias', 'Greenhalgh', 'Vet for dogs with plans'),
  person(3, 'Yusra', 'Halabi', 'Surgeon'),
  person(4, 'Prudence', 'Lark', 'Knows every animal by its sneeze'),
  person(5, 'Anneliese', 'Brandvold-Macpherson', 'Birds, rabbits and what the garden brings'),
  person(6, 'Kwame', 'Ashdown', 'Head nurse'),
]
