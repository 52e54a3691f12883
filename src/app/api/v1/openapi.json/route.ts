import { openApiDocument } from '@/server/api/openapi'
import { env } from '@/server/env'

export const dynamic = 'force-dynamic'
export const GET = () => Response.json(openApiDocument(env().YIMBLE_STUDIO_URL))
