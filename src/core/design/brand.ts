/** A client's brand: colours by role, fonts, radius. Settings link to its tokens; a release keeps it as it was then. */

export const colourRoles = ['background', 'text', 'muted', 'accent', 'line'] as const
export type ColourRole = (typeof colourRoles)[number]

export interface Brand {
  /** #rrggbb by role. */
  readonly colours: Readonly<Record<ColourRole, string>>
  /** Ids of `fontFamilies`. */
  readonly fonts: { readonly heading: string; readonly body: string }
  /** Corner radius in px. */
  readonly radius: number
}

export const brandTokens = [
  'color.background',
  'color.text',
  'color.muted',
  'color.accent',
  'color.line',
  'radius',
  'font.heading',
  'font.body',
] as const

export const plainBrand: Brand = {
  colours: { background: '#ffffff', text: '#22262a', muted: '#5b636b', accent: '#2f5d50', line: '#d9dcd7' },
  fonts: { heading: 'figtree', body: 'figtree' },
  radius: 6,
}

/** @throws RangeError when the brand has no such token: links are checked by schema before they get here */
export function brandValue(brand: Brand, token: string): string | number {
  if (token === 'radius') return brand.radius
  if (token === 'font.heading') return brand.fonts.heading
  if (token === 'font.body') return brand.fonts.body
  const role = colourRoles.find((one) => token === `color.${one}`)
  if (!role) throw new RangeError(`The brand has no "${token}"; it has: ${brandTokens.join(', ')}`)
  return brand.colours[role]
}
