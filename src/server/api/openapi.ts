/** The OpenAPI 3.1 document, made from the list of routes. */
import * as z from 'zod'
import { problemDetails } from '@/core/api/shapes'
import { routes } from './routes'

const json = (schema: z.ZodType) => ({
  'application/json': {
    schema: z.toJSONSchema(schema, { target: 'draft-2020-12', unrepresentable: 'any', io: 'output' }),
  },
})

export function openApiDocument(origin: string): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const { method, path, summary, params, body, response } of routes) {
    const names = Object.keys(params.shape)
    paths[path] ??= {}
    paths[path][method.toLowerCase()] = {
      summary,
      operationId: `${method.toLowerCase()}${path.replace(/[{}]/g, '').replace(/[/-](\w)/g, (_match, letter: string) => letter.toUpperCase())}`,
      parameters: [
        ...names.map((one) => ({
          name: one,
          in: 'path',
          required: true,
          schema: { type: 'string', format: 'uuid' },
        })),
        ...(path.endsWith('/draft')
          ? [
              {
                name: 'If-Match',
                in: 'header',
                required: true,
                schema: { type: 'string' },
                description: 'Draft revision that was changed',
              },
            ]
          : []),
      ],
      ...(body
        ? {
            requestBody: {
              required: true,
              content: {
                'application/json': {
                  schema: z.toJSONSchema(body, {
                    target: 'draft-2020-12',
                    unrepresentable: 'any',
                    io: 'input',
                  }),
                },
              },
            },
          }
        : {}),
      responses: {
        ...(response
          ? { 200: { description: 'Done', content: json(response) } }
          : { 204: { description: 'Done' } }),
        default: {
          description: 'What went wrong, as RFC 9457 problem details',
          content: {
            'application/problem+json': {
              schema: z.toJSONSchema(problemDetails, { target: 'draft-2020-12' }),
            },
          },
        },
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Yimble',
      version: '1',
      description: 'Everything the studio does. Scripts send a token as `Authorization: Bearer …`.',
    },
    servers: [{ url: `${origin}/api/v1` }],
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'yimble_session' },
        token: { type: 'http', scheme: 'bearer' },
      },
    },
    security: [{ session: [] }, { token: [] }],
    paths,
  }
}
