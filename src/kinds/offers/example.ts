/** What the kind is shown with. */
import { calendarSchema } from '../../core/booking/shape'

const evening = { minutes: 150, every: 150, places: 4, price: 48, needs: [{ of: ['ottoline'] }] }
export const exampleOffers = calendarSchema.parse({
  zone: 'UTC',
  currency: 'GBP',
  resources: [
    { id: 'ottoline', name: 'Ottoline Marsh', hours: ['Th 18:30-21:00', 'We 13:00-17:00'] },
    { id: 'bram', name: 'Bram Ferrier', hours: ['Sa 10:00-17:00'] },
  ],
  services: [
    {
      ...evening,
      id: 'wheel',
      name: 'An evening at the wheel',
      group: 'On the wheel',
      text: 'Four stools, four wheels, and as much clay as you can centre.',
      before: ['Short nails throw better pots.', 'Aprons, towels and tea are here.'],
    },
    {
      id: 'bowl',
      name: 'From lump to bowl in a day',
      group: 'On the wheel',
      text: 'Throw in the morning, turn in the afternoon, collect after the second firing.',
      minutes: 420,
      every: 420,
      places: 6,
      price: 120,
      priceNote: 'lunch included',
      needs: [{ of: ['bram'] }],
    },
    {
      id: 'jar',
      name: 'A jar without a wheel',
      group: 'By hand',
      text: 'Coils, a paddle and an afternoon.',
      minutes: 240,
      every: 240,
      places: 5,
      price: 62,
      needs: [{ of: ['ottoline'] }],
    },
  ],
})
