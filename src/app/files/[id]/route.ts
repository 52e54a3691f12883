import { forActor, idIn } from '@/app/signedIn'
import { openFile } from '@/server/services/visitors/files'

/** A file that a visitor sent: always a download, never shown by the studio's own origin, whatever is in it. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forActor((actor) => openFile(actor, id))
  if (!loaded.ok) return new Response(loaded.problem.detail, { status: loaded.problem.status })
  const { name, size, bytes } = loaded.value
  return new Response(bytes, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-length': String(size),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      'content-security-policy': "default-src 'none'; sandbox",
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-store',
    },
  })
}
