import { expect, test } from '@jest/globals'
import { readBytes } from '../readers/all'
import { plainBrand } from './brand'
import { brandFromTokens } from './fromTokens'

const taken = (tokens: object) =>
  brandFromTokens(plainBrand, readBytes(new TextEncoder().encode(JSON.stringify(tokens))).tokens ?? [])

test('roles are found by name, through aliases and in any case', () => {
  const { brand, taken: lines } = taken({
    palette: { $type: 'color', spruce: { $value: '#1a5040' } },
    color: {
      $type: 'color',
      pageBackground: { $value: '#FFFDF8' },
      'text-muted': { $value: '#666666' },
      text: { $value: '#222222' },
      primary: { $value: '{palette.spruce}' },
      border: { $value: '#dddddd' },
    },
    font: {
      $type: 'fontFamily',
      heading: { $value: ['Fraunces', 'serif'] },
      body: { $value: 'Nobody Has This' },
    },
    radius: { $type: 'dimension', card: { $value: '0.5rem' } },
  })
  expect(brand.colours).toEqual({
    background: '#fffdf8',
    text: '#222222',
    muted: '#666666',
    accent: '#1a5040',
    line: '#dddddd',
  })
  expect([brand.fonts.heading, brand.fonts.body, brand.radius]).toEqual([
    'fraunces',
    plainBrand.fonts.body,
    8,
  ])
  expect(lines.map((one) => `${one.role} from ${one.path}`)).toContain('muted from color.text-muted')
})
test('what nobody names stays as it was', () =>
  expect(taken({ a: { $type: 'color', $value: '#123456' } })).toEqual({ brand: plainBrand, taken: [] }))

const tokensOf = (tokens: object, ...beside: object[]) =>
  readBytes(new TextEncoder().encode(JSON.stringify(tokens)), {
    beside: beside.map((one) => JSON.stringify(one)),
  })
const accent = { colorSpace: 'srgb', components: [0.1, 0.2, 0.3], alpha: 0.5 }

test.each<[string, object, string]>([
  ['a colour object without a type', { $value: accent }, 'color #1a334d80'],
  [
    'a colour of another space',
    { $type: 'color', $value: { colorSpace: 'hsl', components: [120, 100, 25] } },
    'color #008000',
  ],
  ['a colour as style sheets write it', { $type: 'color', $value: 'rgb(0 128 0)' }, 'color #008000'],
  ['a string', { $type: 'string', $value: 'Kiln & Tide' }, 'string Kiln & Tide'],
  ['a string without a type', { $value: 'Kiln & Tide' }, 'string Kiln & Tide'],
  ['a curve', { $type: 'cubicBezier', $value: [0.4, 0, 0.2, 1] }, 'cubicBezier cubic-bezier(0.4, 0, 0.2, 1)'],
  [
    'a border',
    { $type: 'border', $value: { color: '#dddddd', width: { value: 1, unit: 'px' }, style: 'solid' } },
    'border 1px solid #dddddd',
  ],
  [
    'shadows',
    {
      $type: 'shadow',
      $value: [
        { color: '#00000033', offsetX: '0px', offsetY: '2px', blur: '4px', spread: '0px' },
        { color: '#000000', offsetX: '0px', offsetY: '0px', blur: '1px', spread: '0px', inset: true },
      ],
    },
    'shadow 0px 2px 4px 0px #00000033, inset 0px 0px 1px 0px #000000',
  ],
  [
    'a transition',
    {
      $type: 'transition',
      $value: {
        duration: { value: 200, unit: 'ms' },
        delay: { value: 0, unit: 'ms' },
        timingFunction: [0, 0, 1, 1],
      },
    },
    'transition 200ms cubic-bezier(0, 0, 1, 1) 0ms',
  ],
  [
    'a typography',
    {
      $type: 'typography',
      $value: { fontFamily: ['Fraunces', 'serif'], fontSize: '20px', fontWeight: 700, lineHeight: 1.2 },
    },
    'typography 700 20px/1.2 Fraunces, serif',
  ],
  [
    'a gradient',
    {
      $type: 'gradient',
      $value: [
        { color: '#000000', position: 0 },
        { color: '#ffffff', position: 1 },
      ],
    },
    'gradient #000000 0%, #ffffff 100%',
  ],
])('%s', (_name, token, expected) => {
  const { tokens, problems } = tokensOf({ one: token })
  expect([`${tokens![0]!.type} ${tokens![0]!.value}`, problems]).toEqual([expected, []])
})
test('an alias leads into another file that was given with it, by either way of writing', () => {
  const palette = { palette: { $type: 'color', spruce: { $value: '#1a5040' } } }
  const { tokens, problems } = tokensOf(
    { a: { $value: '{palette.spruce}' }, b: { $ref: 'palette.json#/palette/spruce' } },
    palette,
  )
  expect([tokens!.map(({ path, value }) => [path, value]), problems]).toEqual([
    [
      ['a', '#1a5040'],
      ['b', '#1a5040'],
    ],
    [],
  ])
  expect(tokensOf({ a: { $value: '{palette.spruce}' } }).problems).toMatchObject([
    { what: 'it leads to “palette.spruce”, which is not there' },
  ])
})
test('aliases within a composite are followed, and its parts reach the brand', () => {
  const { brand } = taken({
    palette: { $type: 'color', grey: { $value: '#cccccc' } },
    border: { card: { $type: 'border', $value: { color: '{palette.grey}', width: '1px', style: 'solid' } } },
    heading: { $type: 'typography', $value: { fontFamily: ['Fraunces'], fontSize: '20px' } },
  })
  expect([brand.colours.line, brand.fonts.heading]).toEqual(['#cccccc', 'fraunces'])
})
