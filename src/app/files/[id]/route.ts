import { forAnybody, idIn } from '@/app/signedIn'
import { openFile } from '@/server/services/visitors/files'
import { downloadHeaders } from '@/server/services/visitors/storedFiles'

/** Hands out a file of a submission. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forAnybody((actor) => openFile(actor, id))
  if (!loaded.ok) return new Response(loaded.problem.detail, { status: loaded.problem.status })
  const { bytes, ...file } = loaded.value
  return new Response(bytes, { headers: downloadHeaders(file) })
}
