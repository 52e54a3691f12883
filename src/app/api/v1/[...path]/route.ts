/** Every address of the API: the list in server/api/routes.ts answers. */
import { answer } from '@/server/api/answer'

const handle = (request: Request) => answer(request, new URL(request.url).pathname.replace(/^\/api\/v1/, ''))

export { handle as GET, handle as HEAD, handle as POST, handle as PATCH, handle as DELETE, handle as PUT }
