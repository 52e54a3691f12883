import { Readable } from 'node:stream'
import { idIn } from '@/app/signedIn'
import { problem, ProblemError } from '@/core/problems'
import { answerProblem, checkOrigin, cookieOf, problemOf, sessionCookie } from '@/server/api/answer'
import { actorOfSession } from '@/server/services/access/sessions'
import { attachFile } from '@/server/services/visitors/files'

/** Takes a file that is to go along with an answer: the body is the file, `?name=` what it is called. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  try {
    checkOrigin(request)
    const token = cookieOf(request, sessionCookie)
    const actor = token ? await actorOfSession(token) : undefined
    if (!actor || !request.body) throw new ProblemError(problem('not_signed_in'))
    const bytes = Readable.fromWeb(request.body as import('node:stream/web').ReadableStream)
    const name = new URL(request.url).searchParams.get('name') ?? ''
    const file = await attachFile(actor, id, name, {
      bytes: bytes as AsyncIterable<Buffer>,
      announced: Number(request.headers.get('content-length') ?? Infinity),
      stop: () => bytes.destroy(),
    })
    return Response.json(file, { headers: { 'cache-control': 'no-store' } })
  } catch (error) {
    return answerProblem(problemOf(error))
  }
}
