import * as z from 'zod'
import { forAnybody } from '@/app/signedIn'
import { attend } from '@/server/live/attendance'
import { inboxTopic, talkTopic } from '@/server/live/bell'
import { streamHeaders, streamTopics } from '@/server/live/stream'
import { demandSubmission } from '@/server/services/visitors/inbox'

const inside = z.uuid().optional()

/** Tells an open inbox that something is new, and the visitors that somebody is there. `?at` names what is looked at. */
export async function GET(request: Request) {
  const at = inside.safeParse(new URL(request.url).searchParams.get('at') ?? undefined).data
  const loaded = await forAnybody(async (actor) => {
    if (at) await demandSubmission(actor, at)
    return actor
  })
  if (!loaded.ok) return new Response(loaded.problem.detail, { status: loaded.problem.status })
  const { agencyId, clientId, userId } = loaded.value
  const topics = [inboxTopic(agencyId, clientId), ...(at ? [talkTopic(at)] : [])]
  let stop = () => {}
  const body = new ReadableStream<Uint8Array>({
    start(stream) {
      const encoder = new TextEncoder()
      const leave = attend({ agencyId, clientId, userId, submissionId: at })
      let isOver = false
      const end = () => {
        stop()
        try {
          stream.close()
        } catch {
          // The page went first.
        }
      }
      const off = streamTopics(topics, (piece) => stream.enqueue(encoder.encode(piece)), end)
      stop = () => {
        if (isOver) return
        isOver = true
        off()
        leave()
      }
      request.signal.addEventListener('abort', end)
    },
    cancel: () => stop(),
  })
  return new Response(body, { headers: streamHeaders })
}
