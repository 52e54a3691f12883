/** Items as awkward as real ones: a long name, no picture, no date, right to left, one endless word. */
import type { Item } from '../../items/item'

const item = (at: number, facts: Partial<Item>): Item => ({
  type: 'Article',
  id: `example/${at}`,
  source: 'example',
  sourceName: 'Workshop journal',
  url: `https://kiln.example/${at}`,
  name: `Entry ${at}`,
  text: 'A few words on what happened in the workshop.',
  image: [],
  keywords: [],
  datePublished: `2026-03-0${at}T08:00:00.000Z`,
  ...facts,
})

export const exampleItems: readonly Item[] = [
  item(1, { name: 'First firing of the year', image: [{ ref: 'aaaaaaaaaaaaaaaaaaaaaaaa', width: 1200, height: 800, caption: 'A kiln door ajar' }], author: { name: 'Ada Testwood' } }),
  item(2, { name: 'A very long title that goes on about glazes, ash, iron, the weather, the state of the road and everything else that matters to a potter in spring', text: 'Long. '.repeat(200) }),
  item(3, { name: 'יום פתוח בסדנה', inLanguage: 'he', datePublished: undefined }),
  item(4, { name: 'Glazeglazeglazeglazeglazeglazeglazeglazeglazeglazeglazeglazeglaze', url: undefined }),
  item(5, { name: '<b>Not markup</b> & "quotes" 🏺', text: '' }),
]
