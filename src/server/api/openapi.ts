/** The OpenAPI 3.1 document, made from the list of routes. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import { paging } from './paging'
import { routes } from './routes'

/** Shapes that several routes share, under the names of the document. */
const named = z.registry<{ id: string }>()
for (const [name, shape] of Object.entries(shapes))
  if (shape instanceof z.ZodObject)
    named.add(shape, { id: `${name.charAt(0).toUpperCase()}${name.slice(1)}` })

type JsonSchema = Record<string, unknown>

/** Schemas of the document as they are asked for; shared ones stand once, under `components`. */
function schemasInto(components: Record<string, JsonSchema>) {
  return function schemaOf(schema: z.ZodType, io: 'input' | 'output'): JsonSchema {
    // A root that is shared itself has to be within something to be taken out of it.
    const isShared = named.has(schema)
    const made = z.toJSONSchema(isShared ? z.array(schema) : schema, {
      target: 'draft-2020-12',
      unrepresentable: 'any',
      io,
      metadata: named,
    }) as JsonSchema
    const {
      $defs = {},
      $schema: _version,
      ...whole
    } = made as { $defs?: Record<string, JsonSchema> } & JsonSchema
    const names = new Map<string, string>()
    for (const [name, definition] of Object.entries($defs)) {
      const text = JSON.stringify(definition)
      const isOther =
        components[name] !== undefined &&
        JSON.stringify(rewritten(definition, new Map())) !== JSON.stringify(components[name])
      names.set(name, isOther && text !== '' ? `${name}${io === 'input' ? 'Input' : 'Output'}` : name)
    }
    for (const [name, definition] of Object.entries($defs))
      components[names.get(name)!] ??= rewritten(definition, names)
    const all = rewritten(whole, names)
    return isShared ? (all.items as JsonSchema) : all
  }
}

const rewritten = (schema: JsonSchema, names: ReadonlyMap<string, string>): JsonSchema =>
  JSON.parse(JSON.stringify(schema), (key, value: unknown) => {
    const [, name] =
      key === '$ref' && typeof value === 'string' ? (/^#\/\$defs\/(.+)$/.exec(value) ?? []) : []
    return name === undefined ? value : `#/components/schemas/${names.get(name) ?? name}`
  }) as JsonSchema

const pageParameters = [
  {
    name: 'limit',
    in: 'query',
    schema: { type: 'integer', minimum: 1, maximum: paging.most, default: paging.usual },
  },
  {
    name: 'cursor',
    in: 'query',
    schema: { type: 'string' },
    description: 'Id of the last entry of the page before',
  },
]
const nextLink = {
  Link: {
    schema: { type: 'string' },
    description: 'The next page, rel="next", where there is one (RFC 8288)',
  },
}

export function openApiDocument(origin: string): object {
  const paths: Record<string, Record<string, object>> = {}
  const components: Record<string, JsonSchema> = {}
  const schemaOf = schemasInto(components)
  const problemSchema = schemaOf(shapes.problemDetails, 'output')
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
        ...(response instanceof z.ZodArray && method === 'GET' ? pageParameters : []),
        ...(path.endsWith('/draft') || (path.endsWith('/releases') && method === 'POST')
          ? [
              {
                name: 'If-Match',
                in: 'header',
                required: true,
                schema: { type: 'string' },
                description: 'Draft revision that was seen',
              },
            ]
          : []),
      ],
      ...(body
        ? {
            requestBody: {
              required: true,
              content: {
                'application/json': { schema: schemaOf(body, 'input') },
              },
            },
          }
        : {}),
      responses: {
        ...(response
          ? {
              200: {
                description: 'Done',
                ...(response instanceof z.ZodArray && method === 'GET' ? { headers: nextLink } : {}),
                content: { 'application/json': { schema: schemaOf(response, 'output') } },
              },
            }
          : { 204: { description: 'Done' } }),
        default: {
          description: 'What went wrong, as RFC 9457 problem details',
          content: {
            'application/problem+json': {
              schema: problemSchema,
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
      schemas: components,
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'yimble_session' },
        token: { type: 'http', scheme: 'bearer' },
      },
    },
    security: [{ session: [] }, { token: [] }],
    paths,
  }
}
