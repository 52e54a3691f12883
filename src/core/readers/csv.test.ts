import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { itemTypes } from '../items/facts'
import { readBytes } from './all'
import { alignedTo, columnsOf, exampleTable, guessMapping, tableTypes } from './tableMapping'
import { readNumber } from './columnValues'
import { readTable } from './csv'
import { csvRows } from './csvRows'

describe('headings', () => {
  test.each<[string, string, number, string[], number]>([
    ['in the first row', 'Name,Price\nMug,£12\nBowl,£9', 1, ['Name', 'Price'], 2],
    ['below a title', 'Our mugs\n\nName,Price,Link\nMug,£12,x\nBowl,£9,y', 3, ['Name', 'Price', 'Link'], 2],
    [
      'below a title with a comma',
      'Our mugs, 2026\nName,Price,Link\nMug,£12,x',
      2,
      ['Name', 'Price', 'Link'],
      1,
    ],
    [
      'below a title with empty cells',
      'Stock 2026,,\nName,Price,Link\nMug,£12,x',
      2,
      ['Name', 'Price', 'Link'],
      1,
    ],
    [
      'none',
      'Mug,12.50,https://kiln.example/mug\nBowl,9.00,https://kiln.example/bowl',
      0,
      ['Column 1', 'Column 2', 'Column 3'],
      2,
    ],
    ['of one column', 'Name\nMug\nBowl', 1, ['Name'], 2],
    ['years beside a name', 'Name,2025,2026\nMug,4,5', 1, ['Name', '2025', '2026'], 1],
    ['and nothing below them', 'Name,Price\n', 1, ['Name', 'Price'], 0],
    [
      'of rows that are mostly empty',
      'Name,Price,Link,Picture\nMug,,,\nBowl,,,',
      1,
      ['Name', 'Price', 'Link', 'Picture'],
      2,
    ],
  ])('%s', (_name, text, at, headings, rows) => {
    const table = readTable(text)
    expect([table.headingsAt, table.headings, table.rows.length]).toEqual([at, headings, rows])
  })
  test('as somebody said it', () => {
    const text = 'Mug,12\nName,Price\nBowl,9'
    expect(readTable(text, { headingsAt: 2 }).rows.map(({ at }) => at)).toEqual([3])
    expect(readTable(text, { headingsAt: 0 }).rows).toHaveLength(3)
  })
  test('found again by their names when a title was put above them', () => {
    const known = { headings: ['Name', 'Price', 'Link'], headingsAt: 1 }
    expect(readTable('New!\nName,Price,Address\nMug,£12,x', known).headingsAt).toBe(2)
  })
  test('a table that was read by its first row stays so', () =>
    expect(readTable('x\n1,2,3\n4,5,6', { headings: ['a', 'b', 'c'] }).headingsAt).toBe(1))
})

describe('rows', () => {
  test.each<[string, string, string[][]]>([
    ['doubled quotes', '"a""b",c', [['a"b', 'c']]],
    ['line ends within quotes', '"a\r\nb",c', [['a\r\nb', 'c']]],
    [
      'CRLF and LF in one file',
      'a,b\r\n1,2\r\n3,4\n5,6',
      [
        ['a', 'b'],
        ['1', '2'],
        ['3', '4'],
        ['5', '6'],
      ],
    ],
    [
      'semicolons, with commas in numbers',
      'a;b\n1,5;2,5',
      [
        ['a', 'b'],
        ['1,5', '2,5'],
      ],
    ],
    [
      'tabs',
      'a\tb\n1,2\t3',
      [
        ['a', 'b'],
        ['1,2', '3'],
      ],
    ],
    ['a spreadsheet that says which', 'sep=|\na|b,c', [['a', 'b,c']]],
    ['a byte order mark', '\uFEFFa,b', [['a', 'b']]],
    ['quotes that nobody doubled', '"He said "hi" to me",x', [['He said "hi" to me', 'x']]],
    [
      'text after a closing quote',
      '"a"b,c\nd,e',
      [
        ['ab', 'c'],
        ['d', 'e'],
      ],
    ],
    ['a quote never closed', 'a,"b\nc', [['a', 'b'], ['c']]],
    [
      'a quote never closed, above another one',
      '"Mug,1\n"Bowl, small",2\nCup,3',
      [
        ['Mug', '1'],
        ['Bowl, small', '2'],
        ['Cup', '3'],
      ],
    ],
    ['empty cells at the end', 'a,,', [['a', '', '']]],
  ])('%s', (_name, text, rows) => expect(csvRows(text).rows).toEqual(rows))
  test.each<[string, string, string[][]]>([
    [
      'a lone CR in a file with LF is text',
      'a,b\rc\nd,e\n',
      [
        ['a', 'b\rc'],
        ['d', 'e'],
      ],
    ],
    [
      'a lone CR in a file with CRLF is text',
      'a,b\rc\r\nd,e\r\n',
      [
        ['a', 'b\rc'],
        ['d', 'e'],
      ],
    ],
    [
      'CR ends rows where there is no LF',
      'a,b\rd,e\r',
      [
        ['a', 'b'],
        ['d', 'e'],
      ],
    ],
  ])('%s', (_name, text, rows) => expect(csvRows(text).rows).toEqual(rows))
  test('what was written well comes back as it was', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '"', ',', '\n', '\r', ' ', 'é') })
    fc.assert(
      fc.property(
        fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 5 }),
        (rows) => {
          const text = rows
            .map((row) => row.map((one) => `"${one.replace(/"/g, '""')}"`).join(','))
            .join('\r\n')
          expect(csvRows(text, { delimiter: ',' }).rows).toEqual(rows)
        },
      ),
    )
  })
})

describe('what columns mean', () => {
  test.each<[string[], string, (string | undefined)[]]>([
    [['Name', 'Price', 'SKU', 'Image URL'], 'Product', ['name', 'price', 'guid', 'image']],
    [
      ['Event', 'Start date', 'End', 'Venue', 'Colour of door'],
      'Event',
      ['name', 'startDate', 'endDate', 'place', undefined],
    ],
    [
      ['First Name', 'LAST NAME', 'E-Mail', 'Preferred phone'],
      'Person',
      ['givenName', 'familyName', 'email', 'telephone'],
    ],
    [['Reviewer', 'Stars', 'Review', 'Date'], 'Review', ['author', 'rating', 'text', 'datePublished']],
    [
      ['Store', 'Address', 'Zip', 'Lat', 'Lng'],
      'Place',
      ['name', 'street', 'postcode', 'latitude', 'longitude'],
    ],
    [['Straße', 'PLZ', 'Ort'], 'Place', [undefined, 'postcode', 'place']],
    [
      ['Title', 'Artist', 'Rating', 'Ratings', 'Cover'],
      'CreativeWork',
      ['name', 'author', 'rating', 'ratings', 'image'],
    ],
  ])('%p', (headings, type, columns) => expect(guessMapping(headings)).toEqual({ type, columns }))
  test.each<[string, string[], string[][], string, (string | undefined)[]]>([
    [
      'pictures, links, sums and names by what is in them',
      ['A', 'B', 'C', 'D'],
      [
        ['Tide plate', 'https://k.example/1.jpg', '£48.00', 'https://k.example/1'],
        ['Bowl', '', '£22', 'https://k.example/2'],
      ],
      'Product',
      ['name', 'image', 'price', 'url'],
    ],
    [
      'mail addresses are people’s',
      ['Wer', 'Wie'],
      [
        ['Ada', 'ada@k.example'],
        ['Bo', 'bo@k.example'],
      ],
      'Person',
      ['name', 'email'],
    ],
    [
      'one odd cell in ten does not matter, half of them do',
      ['Name', 'X', 'Y'],
      Array.from({ length: 10 }, (_one, at) => ['Pot', at === 0 ? 'none' : '€5', at % 2 ? '€5' : 'none']),
      'Product',
      ['name', 'price', undefined],
    ],
    [
      'a heading goes before what is in the column',
      ['Name', 'Picture', 'Link'],
      [['Pot', 'https://k.example/page', 'https://k.example/1.jpg']],
      'Product',
      ['name', 'image', 'url'],
    ],
    ['numbers alone mean nothing', ['aa', 'bb'], [['1', '2']], 'Product', [undefined, undefined]],
  ])('%s', (_name, headings, rows, type, columns) =>
    expect(guessMapping(headings, rows)).toEqual({ type, columns }),
  )
  test.each([
    ['1,234.50', 1234.5],
    ['1.234,50', 1234.5],
    ['£12', 12],
    ['1,234', 1234],
    ['12,5', 12.5],
    ['0.125', 0.125],
    ['EUR 7', 7],
    ['free', undefined],
    ['', undefined],
  ])('the number in %p', (text, expected) => expect(readNumber(text)).toBe(expected))
  test.each(tableTypes.map((one) => [one.type] as const))(
    'the example table of %s is read whole, and means what its headings say',
    (type) => {
      const { format, items, problems } = readBytes(new TextEncoder().encode(exampleTable(type)), {
        contentType: 'text/csv',
        mapping: { type, columns: columnsOf(type).map((column) => column.id) },
      })
      expect([format, items.length, problems]).toEqual(['csv', 1, []])
      const used = guessMapping(exampleTable(type).split('\r\n')[0]!.split(',')).columns
      expect(used.filter(Boolean).length).toBeGreaterThan(used.length / 2)
    },
  )
  test('every type of item has columns', () => {
    for (const type of itemTypes) expect(columnsOf(type).length).toBeGreaterThan(5)
  })
})

describe('a table', () => {
  const read = (text: string, more = {}) =>
    readBytes(new TextEncoder().encode(text), {
      contentType: 'text/csv',
      url: 'https://shop.example/list.csv',
      ...more,
    })
  test('says where a cell could not be understood', () =>
    expect(read('Name,Price\nPlate,much\nBowl,3').problems).toEqual([
      { where: 'row 2, Price', what: '“much” cannot be understood as price', done: 'it was left out' },
    ]))
  test('ragged rows are read and said', () => {
    const { items, problems } = read('Name,Price,Link\nPlate\nBowl,3,/b,more\nCup,1')
    expect([items.map((one) => one.name), problems.map((one) => one.where)]).toEqual([
      ['Plate', 'Bowl', 'Cup'],
      ['row 3', 'row 4'],
    ])
  })
  test('a mapping by hand wins', () =>
    expect(
      read('A,B\nPlate,7', { mapping: { type: 'Product', columns: ['guid', 'price'] } }).items,
    ).toMatchObject([{ guid: 'Plate', name: '', offers: { price: 7 } }]))
  test('columns that were moved keep their meaning, new ones are not taken, one that is gone is said', () => {
    const mapping = {
      type: 'Product' as const,
      headings: ['A', 'B', 'Sum'],
      columns: ['name', undefined, 'price'],
    }
    const { items, problems, mapping: now } = read('New,Sum,A\nx,7,Plate', { mapping })
    expect([items, problems, now]).toMatchObject([
      [{ name: 'Plate', offers: { price: 7 } }],
      [],
      { headings: ['New', 'Sum', 'A'], columns: [undefined, 'price', 'name'] },
    ])
    expect(read('B,Sum\nx,7', { mapping }).problems).toEqual([
      {
        where: 'the headings',
        what: 'the column “A” is no longer there',
        done: 'nothing is taken as name or title',
      },
    ])
    expect(
      read('A,A\nfirst,second', {
        mapping: { type: 'Product', headings: ['A', 'A'], columns: [undefined, 'name'] },
      }).items[0]!.name,
    ).toBe('second')
  })
  test('however the columns are moved about, each heading keeps what it means', () => {
    const headings = ['Name', 'Price', 'Name', 'Extra', 'Tags']
    const columns = ['name', 'price', 'guid', undefined, 'keywords']
    const mapping = { type: 'Product' as const, headings, columns }
    fc.assert(
      fc.property(
        fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 1 }),
        fc.array(fc.constantFrom('New', 'Newer'), { maxLength: 2 }),
        (order, added) => {
          const now = alignedTo([...added, ...order.map((at) => headings[at]!)], mapping)
          // Two of one name are told apart by which comes first.
          const names =
            order.filter((at) => headings[at] === 'Name').length === 1 ? ['name'] : ['name', 'guid']
          const expected = order.map((at) => (headings[at] === 'Name' ? names.shift() : columns[at]))
          expect(now.columns).toEqual([...added.map(() => undefined), ...expected])
          expect(alignedTo(now.headings!, now)).toEqual(now)
        },
      ),
    )
  })
  test('a column marked private keeps its row inside', () =>
    expect(read('Name,Private,Price\nPlate,yes,1\nBowl,,2').items.map((one) => one.visibility)).toEqual([
      'private',
      undefined,
    ]))
  test('of a private row no cell is quoted', () =>
    expect(JSON.stringify(read('Name,Private,Price\nPlate,yes,secret sum').problems)).not.toContain('secret'))
  test('no known heading is said', () =>
    expect(read('aa,bb\n1,2').problems).toContainEqual({
      where: 'row 1',
      what: 'no heading in it is known',
      done: 'the columns must be named by hand',
    }))
  test('sentences are no table', () =>
    expect(
      readBytes(new TextEncoder().encode('Dear reader, this is a letter.\nIt has commas, too.')).format,
    ).toBe('unknown'))
})
