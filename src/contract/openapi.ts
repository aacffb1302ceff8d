import { z } from 'zod'
import { CALCULATIONS, resultSchema } from './calculations/registry.js'
import { problemSchema } from './problem.js'
import answers from './replies.schema.json'
import type { Address } from './addresses.js'
import { ROUTES } from './routes.js'

type Json = Record<string, unknown>

/** JSON Schema of a Zod schema as OpenAPI 3.1 takes it. */
function schemaOf(schema: z.ZodType, io: 'input' | 'output'): Json {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' }) as Json
  return rest
}

/** Schemas of answers with their references as this document names them. */
const { replies, definitions } = JSON.parse(JSON.stringify(answers).replaceAll('"#/definitions/', '"#/components/schemas/')) as Record<
  'replies' | 'definitions',
  Record<string, Json>
>

const PROBLEM = {
  description: 'A problem (RFC 9457)',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
}

/** What a route answers: JSON by its schema, a file, or nothing. */
function answerOf(id: string, { answers: file }: Address): Json {
  if (file) return { description: 'Done', content: { [file]: { schema: { type: 'string' } } } }
  const schema = replies[id]
  return { description: 'Done', ...(schema ? { content: { 'application/json': { schema } } } : {}) }
}

function operation(id: string, spec: Address & { body?: z.ZodType }): Json {
  const inPath = [...spec.path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: name === 'id' ? 'integer' : 'string' },
  }))
  const inQuery = (spec.query ?? []).map((name) => ({ name, in: 'query', required: false, schema: { type: 'string' } }))
  const parameters = [...inPath, ...inQuery]
  return {
    operationId: id,
    summary: spec.summary,
    ...(spec.least ? { security: [{ cookie: [] }], description: `Least role: ${spec.least}.` } : { security: [] }),
    ...(parameters.length ? { parameters } : {}),
    ...(spec.body ? { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(spec.body, 'input') } } } } : {}),
    ...(spec.accepts ? { requestBody: { required: true, content: { [spec.accepts]: { schema: { type: 'string' } } } } } : {}),
    responses: {
      '200': answerOf(id, spec),
      default: PROBLEM,
    },
  }
}

/** The OpenAPI 3.1 document of everything under /api/v1, made from the schemas that the server checks with. */
export function openApiDocument(version: string): Json {
  const paths: Record<string, Json> = {}
  const add = (path: string, method: string, entry: Json) => {
    const key = path.replace(/:(\w+)/g, '{$1}')
    paths[key] = { ...paths[key], [method]: entry }
  }
  for (const [id, spec] of Object.entries(ROUTES) as [string, Address & { body?: z.ZodType }][])
    add(spec.path, spec.method, operation(id, spec))
  add(
    '/calculations',
    'get',
    operation('calculations', { method: 'get', path: '/calculations', least: null, summary: 'Names and schemas of all calculations' }),
  )
  for (const calculation of CALCULATIONS) {
    add(`/calculations/${calculation.name}`, 'post', {
      operationId: `calculate-${calculation.name}`,
      summary: calculation.title,
      description: `Sources: ${calculation.sources.join('; ')}.`,
      security: [],
      requestBody: { required: true, content: { 'application/json': { schema: schemaOf(calculation.input, 'input') } } },
      responses: {
        '200': {
          description: 'The result with its working',
          content: { 'application/json': { schema: schemaOf(resultSchema(calculation), 'output') } },
        },
        default: PROBLEM,
      },
    })
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Yardfrost',
      version,
      description: 'Calculations need no sign-in; records need the session cookie and, for writes, the page’s own origin.',
    },
    servers: [{ url: '/api/v1' }],
    paths,
    components: {
      securitySchemes: { cookie: { type: 'apiKey', in: 'cookie', name: 'yardfrost' } },
      schemas: { Problem: schemaOf(problemSchema, 'output'), ...definitions },
    },
  }
}
