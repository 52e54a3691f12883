import { forAnybody, idIn } from '@/app/signedIn'
import { openFile } from '@/server/services/visitors/files'

/** Hands out a file that a visitor sent. It is always a download, because the studio's origin must not show what strangers made. */
export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = await idIn(params)
  const loaded = await forAnybody((actor) => openFile(actor, id))
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
