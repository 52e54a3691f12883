import { expect, test } from '@jest/globals'
import { readBytes } from './all'

const read = (lines: string) =>
  readBytes(new TextEncoder().encode(`BEGIN:VCARD\r\n${lines}\r\nEND:VCARD\r\n`), {
    url: 'https://people.example/all.vcf',
  })

test.each<[string, string, object]>([
  ['a formatted name', 'VERSION:4.0\r\nFN:Ada Fennimore\\, potter', { name: 'Ada Fennimore, potter' }],
  [
    'no formatted name: its parts',
    'N:Fennimore;Ada;;Dr.;',
    { name: 'Dr. Ada Fennimore', familyName: 'Fennimore', givenName: 'Ada' },
  ],
  ['only an organisation', 'ORG:Kiln & Tide;Glazes', { name: 'Kiln & Tide', worksFor: 'Kiln & Tide' }],
  [
    'the preferred ones first (4.0)',
    'FN:A\r\nEMAIL:b@x.example\r\nEMAIL;PREF=1:a@x.example',
    { email: ['a@x.example', 'b@x.example'] },
  ],
  ['the preferred ones first (2.1)', 'FN:A\r\nTEL;HOME:1\r\nTEL;WORK;PREF:2', { telephone: ['2', '1'] }],
  [
    'a telephone as an address',
    'FN:A\r\nTEL;VALUE=uri:tel:+44-1632-960001',
    { telephone: ['+44-1632-960001'] },
  ],
  [
    'an address taken apart',
    'FN:A\r\nADR;TYPE=work:;;4 Ropewalk;Marlowick;Saltmere;QM4 2QT;GB',
    { location: { streetAddress: '4 Ropewalk', addressLocality: 'Marlowick', postalCode: 'QM4 2QT' } },
  ],
  [
    'coordinates of 4.0 and of 3.0',
    'FN:A\r\nGEO:geo:52.5,1.25',
    { location: { latitude: 52.5, longitude: 1.25 } },
  ],
  ['a group before the name', 'FN:A\r\nitem1.EMAIL;type=INTERNET:a@x.example', { email: ['a@x.example'] }],
  [
    'a picture by address',
    'FN:A\r\nPHOTO;VALUE=URI:https://people.example/a.jpg',
    { image: [{ url: 'https://people.example/a.jpg' }] },
  ],
  [
    'profiles',
    'FN:A\r\nURL:https://a.example/\r\nX-SOCIALPROFILE;type=x:https://net.example/a',
    { url: 'https://a.example/', sameAs: ['https://net.example/a'] },
  ],
  ['escapes by caret in parameters', 'FN:A\r\nTITLE;X="a^nb":Potter', { jobTitle: 'Potter' }],
  ['private', 'FN:A\r\nCLASS:CONFIDENTIAL', { visibility: 'private' }],
])('%s', (_name, lines, expected) => expect(read(lines).items).toMatchObject([expected]))

const png = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='
test.each<[string, string, string]>([
  ['3.0', `PHOTO;ENCODING=b;TYPE=PNG:${png}`, `data:image/png;base64,${png}`],
  [
    '3.0, folded',
    `PHOTO;TYPE=PNG;ENCODING=b:${png.slice(0, 40)}\r\n ${png.slice(40)}`,
    `data:image/png;base64,${png}`,
  ],
  ['2.1', `PHOTO;JPEG;ENCODING=BASE64:/9j/4AAQ`, 'data:image/jpeg;base64,/9j/4AAQ'],
  [
    '2.1, on lines that are not folded',
    `PHOTO;PNG;BASE64:${png.slice(0, 40)}\r\n${png.slice(40)}`,
    `data:image/png;base64,${png}`,
  ],
  ['4.0', `PHOTO:data:image/gif;base64,R0lGODlhAQABAAAAACw=`, 'data:image/gif;base64,R0lGODlhAQABAAAAACw='],
  ['nobody says how', `PHOTO:${png}`, `data:image/jpeg;base64,${png}`],
  ['an address after all', 'PHOTO:https://people.example/a.jpg', 'https://people.example/a.jpg'],
])('a picture packed into the card, %s', (_name, line, url) =>
  expect(read(`FN:A\r\n${line}`)).toMatchObject({ items: [{ image: [{ url }] }], problems: [] }),
)
test.each([
  ['not of base64', 'PHOTO;ENCODING=b:!!!'],
  ['no picture at all', 'PHOTO:data:text/html;base64,PHNjcmlwdD4='],
  ['a mountain', `PHOTO;ENCODING=b:${'A'.repeat(4_100_000)}`],
])('a picture that is %s is said, and the card stays', (_name, line) =>
  expect(read(`FN:A\r\n${line}`)).toMatchObject({
    items: [{ name: 'A', image: [] }],
    problems: [{ what: 'its picture is neither an address nor a picture packed into the card' }],
  }),
)
test('several cards, the last one never closed', () =>
  expect(
    readBytes(new TextEncoder().encode('BEGIN:VCARD\nFN:A\nEND:VCARD\nBEGIN:VCARD\nFN:B')).items.map(
      (one) => one.name,
    ),
  ).toEqual(['A', 'B']))
test('a card within a card is its agent, no person of ours', () =>
  expect(read('FN:A\r\nAGENT:\r\nBEGIN:VCARD\r\nFN:B\r\nEND:VCARD').items.map((one) => one.name)).toEqual([
    'A',
  ]))
