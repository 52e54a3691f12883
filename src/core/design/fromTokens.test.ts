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
