/** Pictures for the examples of kinds, drawn from their ref: the catalogue shows starting points before there is any source. */
export async function GET(_request: Request, { params }: { params: Promise<{ ref: string }> }) {
  const { ref } = await params
  const seed = Number.parseInt(ref.slice(0, 6), 16) || 0
  const hue = seed % 360
  const shift = seed % 90
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1200 800" width="1200" height="800"><rect width="1200" height="800" fill="hsl(${hue} 26% 86%)"/><circle cx="${300 + shift * 6}" cy="250" r="${90 + shift}" fill="hsl(${(hue + 40) % 360} 45% 62%)"/><path d="M0 ${560 - shift}q300-140 600 0t600-30v270H0z" fill="hsl(${(hue + 160) % 360} 22% 42%)"/><path d="M0 ${660 - shift / 2}q400-90 700 0t500-40v180H0z" fill="hsl(${(hue + 160) % 360} 26% 30%)"/></svg>`
  return new Response(svg, {
    headers: { 'content-type': 'image/svg+xml', 'cache-control': 'public, max-age=86400' },
  })
}
