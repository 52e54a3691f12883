/** The `fetch` that a CalDAV client is given: through our own door to the outside, and never to another server than the one named. */
import { problem, ProblemError } from '@/core/problems'
import { fetchAddress } from './fetchAddress'

const mostRedirects = 3
/** A year of somebody's calendar, and then some. */
const limits = { maxBytes: 16 * 1024 * 1024, timeoutMs: 20_000 }

/**
 * @param home - any address of the server; what leads elsewhere is refused, so that the password goes nowhere else
 * @throws ProblemError of the catalogue, when the server cannot be reached or leads elsewhere
 */
export function davDoor(home: string): typeof fetch {
  const { origin } = new URL(home)
  return async (input, init = {}) => {
    let url = new URL(input instanceof Request ? input.url : input)
    for (let hop = 0; ; hop += 1) {
      if (url.origin !== origin)
        throw new ProblemError(
          problem('calendar_server_elsewhere', { host: new URL(home).host, elsewhere: url.host }),
        )
      const fetched = await fetchAddress({
        url: url.href,
        accept: '*/*',
        headers: Object.fromEntries(new Headers(init.headers)),
        sent: {
          method: init.method ?? 'GET',
          body: typeof init.body === 'string' ? init.body : null,
        },
        limits,
      })
      if (!fetched.ok) throw new ProblemError(fetched.problem)
      const { status, bytes, contentType, etag, location } = fetched.value
      if (location !== undefined && init.redirect !== 'manual' && hop < mostRedirects) {
        url = new URL(location, url)
        continue
      }
      return new Response(bytes.length > 0 ? new Uint8Array(bytes) : null, {
        status,
        headers: {
          'content-type': contentType,
          ...(etag ? { etag } : {}),
          ...(location === undefined ? {} : { location }),
        },
      })
    }
  }
}
