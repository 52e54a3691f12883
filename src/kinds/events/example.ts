/** Events to show a starting point with, before there is a source. */
import type { Item } from '../../core/items/item'

const event = (
  at: number,
  ref: string,
  startDate: string,
  name: string,
  text: string,
  more: Partial<Item> = {},
): Item => ({
  type: 'Event',
  id: `example/${at}`,
  source: 'example',
  sourceName: 'The Old Quay',
  url: `https://quay.example/${at}`,
  name,
  text,
  image: ref ? [{ ref, width: 1200, height: 800, caption: 'A drawing' }] : [],
  keywords: ['music'],
  startDate,
  location: { name: 'The Old Quay', addressLocality: 'Saltmere' },
  ...more,
})

export const exampleEvents: readonly Item[] = [
  event(
    1,
    '5f2a10aaaaaaaaaaaaaaaaaa',
    '2026-04-03T19:30:00',
    'Tamsin Gale Trio',
    'Three fiddles, one of them older than the hall. Doors at seven, tea until eight.',
    { offers: { price: 14, priceCurrency: 'GBP' } },
  ),
  event(
    2,
    '6a31c2aaaaaaaaaaaaaaaaaa',
    '2026-04-07T20:00:00',
    'Slow session',
    'Bring what you play, or come and listen. Nobody minds a wrong note.',
    { dates: ['2026-04-07T20:00:00', '2026-04-14T20:00:00', '2026-04-21T20:00:00', '2026-05-05T20:00:00'] },
  ),
  event(3, '', '2026-04-18T15:00:00', 'Carols out of season', 'For all who were ill at Christmas.', {
    location: { name: 'The tide mill', addressLocality: 'Tidewell' },
    source: 'county',
    sourceName: 'On in the county',
  }),
  event(
    4,
    '7c40d1aaaaaaaaaaaaaaaaaa',
    '2026-05-02T20:00:00',
    'The Herring Girls, with guests from the lifeboat',
    'Songs about weather, work and being late.',
    { offers: { price: 12, priceCurrency: 'GBP' }, eventStatus: 'EventCancelled' },
  ),
  event(5, '', '2026-06-20', 'The whole town sings', 'On the quay, whatever the weather does.', {
    location: { name: 'The quay', addressLocality: 'Saltmere' },
  }),
]
