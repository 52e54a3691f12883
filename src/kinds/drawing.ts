/** Pictures for the examples of kinds, drawn from their ref: the catalogue shows starting points before there is a source. */

/** Refs of people end so; what is drawn for them is somebody. */
export const personRef = (at: number): string =>
  `${(at * 0x2a7c13).toString(16).padStart(6, '0').slice(-6)}${'b'.repeat(18)}`

export function exampleDrawing(ref: string): string {
  const seed = Number.parseInt(ref.slice(0, 6), 16) || 0
  return ref.endsWith('bbbb') ? somebody(seed) : landscape(seed)
}

function landscape(seed: number): string {
  const hue = seed % 360
  const shift = seed % 90
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1200 800" width="1200" height="800"><rect width="1200" height="800" fill="hsl(${hue} 26% 86%)"/><circle cx="${300 + shift * 6}" cy="250" r="${90 + shift}" fill="hsl(${(hue + 40) % 360} 45% 62%)"/><path d="M0 ${560 - shift}q300-140 600 0t600-30v270H0z" fill="hsl(${(hue + 160) % 360} 22% 42%)"/><path d="M0 ${660 - shift / 2}q400-90 700 0t500-40v180H0z" fill="hsl(${(hue + 160) % 360} 26% 30%)"/></svg>`
}

const skins = ['#e5b48f', '#f1cfb2', '#cf9a70', '#8a5a3c', '#6b4230', '#f3d6c0'] as const
const hairs = ['#3b2a20', '#a8642f', '#6d5570', '#1d1613', '#d9c291', '#57463a'] as const

/** Head and shoulders on a plain ground, upright. */
function somebody(seed: number): string {
  const hue = seed % 360
  const skin = skins[seed % skins.length]!
  const hair = hairs[(seed >> 3) % hairs.length]!
  const cut =
    seed % 3 === 0
      ? '<path d="M280 390q-40-240 120-240t120 240l-30 10q-10-120-90-150-80 30-90 150z"/>'
      : seed % 3 === 1
        ? '<path d="M270 640q-40-500 130-500t130 500h-50q30-240-80-330-110 90-80 330z"/>'
        : '<path d="M290 360q-10-190 110-190t110 190q-40-110-110-110t-110 110z"/>'
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 800 1000" width="800" height="1000"><rect width="800" height="1000" fill="hsl(${hue} 24% 90%)"/><path d="M120 1000q0-260 280-260t280 260z" fill="hsl(${(hue + 190) % 360} 34% 34%)"/><rect x="345" y="560" width="110" height="220" rx="55" fill="${skin}"/><ellipse cx="400" cy="440" rx="112" ry="142" fill="${skin}"/><path d="M400 298a112 142 0 0 1 0 284z" fill="#000" opacity=".07"/><g fill="${hair}">${cut}</g><circle cx="362" cy="440" r="9" fill="#2b2320"/><circle cx="438" cy="440" r="9" fill="#2b2320"/><path d="M370 512q30 22 60 0" fill="none" stroke="#2b2320" stroke-width="6" stroke-linecap="round" opacity=".7"/></svg>`
}
