import { forAnybody, idIn } from '@/app/signedIn'
import { readSound } from '@/server/services/ring/sounds'

/** A sound of a client's, to be listened to in the studio. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forAnybody((actor) => readSound(actor, id))
  if (!loaded.ok) return new Response(loaded.problem.detail, { status: loaded.problem.status })
  return new Response(new Uint8Array(loaded.value), {
    headers: {
      'Content-Type': 'audio/wav',
      'Cache-Control': 'private, no-store',
      'X-Content-Type-Options': 'nosniff',
    },
  })
}
