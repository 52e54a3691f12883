/** A brand out of design tokens: which token is meant for which role is guessed by its name, and said. */
import type { DesignToken } from '../readers/reader'
import { colourRoles, type Brand, type ColourRole } from './brand'
import { fontFamilies } from './fonts'

export interface Taken {
  readonly role: string
  readonly path: string
  readonly value: string
}

/** Names that mean a role, the most telling first. */
const roleNames: Readonly<Record<ColourRole, readonly RegExp[]>> = {
  background: [/\b(background|bg|canvas|page)\b/, /\b(surface|paper)\b/],
  text: [/\b(text|foreground|ink|body|on background)\b(?!.*\b(muted|secondary|subtle)\b)/],
  muted: [/\b(muted|subtle|secondary text|text secondary|caption|small)\b/],
  accent: [/\b(accent|link|brand|primary)\b/, /\b(action|cta|button)\b/],
  line: [/\b(line|border|divider|rule|outline|stroke)\b/],
}
const worded = (path: string) =>
  path
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/[._\-/]+/g, ' ')
    .toLowerCase()

/** @returns the brand with what could be taken over, and a line for each */
export function brandFromTokens(
  brand: Brand,
  tokens: readonly DesignToken[],
): { readonly brand: Brand; readonly taken: readonly Taken[] } {
  const taken: Taken[] = []
  const used = new Set<string>()
  const colours = { ...brand.colours }
  const find = (type: string, patterns: readonly RegExp[]) => {
    for (const pattern of patterns) {
      const found = tokens.find(
        (token) => token.type === type && !used.has(token.path) && pattern.test(worded(token.path)),
      )
      if (found) return found
    }
    return undefined
  }
  // Small print before text: `text.muted` is no text colour.
  for (const role of [...colourRoles].sort((a, b) => Number(b === 'muted') - Number(a === 'muted'))) {
    const token = find('color', roleNames[role])
    if (!token) continue
    used.add(token.path)
    colours[role] = token.value.length > 7 ? token.value.slice(0, 7) : token.value
    taken.push({ role, path: token.path, value: colours[role] })
  }
  const fonts = { ...brand.fonts }
  for (const use of ['heading', 'body'] as const) {
    const token = find(
      'fontFamily',
      use === 'heading' ? [/\b(heading|headings|display|title)\b/] : [/\b(body|text|base|sans|default)\b/],
    )
    const family =
      token &&
      fontFamilies.find((one) =>
        token.value
          .toLowerCase()
          .split(/,\s*/)
          .some((name) => name.replace(/["']/g, '') === one.label.toLowerCase()),
      )
    if (!token || !family) continue
    fonts[use] = family.id
    taken.push({ role: `${use} font`, path: token.path, value: family.label })
  }
  const corner = find('dimension', [/\b(radius|corner|rounded)\b/])
  const [, px, unit] = /^([\d.]+)(px|rem)$/.exec(corner?.value ?? '') ?? []
  const radius =
    px === undefined ? brand.radius : Math.min(40, Math.round(Number(px) * (unit === 'rem' ? 16 : 1)))
  if (corner && px !== undefined) taken.push({ role: 'corners', path: corner.path, value: `${radius} px` })
  return { brand: { colours, fonts, radius }, taken }
}
