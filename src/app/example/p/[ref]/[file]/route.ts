import { exampleDrawing } from '@/kinds/drawing'

/** Pictures for the examples of kinds: the catalogue shows starting points before there is any source. */
export async function GET(_request: Request, { params }: { params: Promise<{ ref: string }> }) {
  const { ref } = await params
  return new Response(exampleDrawing(ref), {
    headers: { 'content-type': 'image/svg+xml', 'cache-control': 'public, max-age=86400' },
  })
}
