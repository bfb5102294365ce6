/** Any request that an endpoint's schemas describe, and what somebody with ill intent would send instead. */
import { ENDPOINTS, type Endpoint, type EndpointName } from '@catalex/contract/endpoints'
import { PATHS } from '@catalex/contract/paths'
import type { JSONSchema } from '@catalex/contract/schema'
import fc from 'fast-check'

export interface AnyRequest {
  name: EndpointName
  method: string
  path: string
  /** null for none. */
  body: string | null
  headers: Record<string, string>
}

const NASTY = [
  '',
  ' ',
  '\u0000',
  '\u202e',
  '%zz',
  '"',
  "' OR 1=1 --",
  '../../etc/passwd',
  '<script>alert(1)</script>',
  '$id',
  '{"a":1}',
  '-1',
  '1e309',
  '__proto__',
  'constructor',
  'title=a and (',
  'a* OR b* -(c*',
  '🦭'.repeat(50),
  'x'.repeat(990),
  '('.repeat(40),
  'NaN',
]

const anyText = fc.oneof(
  fc.constantFrom(...NASTY),
  fc.string({ unit: 'grapheme', maxLength: 40 }),
  fc.constantFrom('tide', 'the', 'ferrygate', 'northmole', 'book', '823'),
)
// prettier-ignore

interface Shape {
  type?: string | readonly string[]
  enum?: readonly unknown[]
  const?: unknown
  anyOf?: readonly Shape[]
  properties?: Record<string, Shape>
  items?: Shape
  minimum?: number
  maximum?: number
}

/** Values of the schema, now and then of another kind. */
function valueOf(schema: Shape): fc.Arbitrary<unknown> {
  const fitting = fittingValue(schema)
  return fc.oneof({ weight: 8, arbitrary: fitting }, { weight: 1, arbitrary: anyText }, { weight: 1, arbitrary: fc.jsonValue() })
}

function fittingValue(schema: Shape): fc.Arbitrary<unknown> {
  if (schema.const !== undefined) return fc.constant(schema.const)
  if (schema.enum) return fc.constantFrom(...schema.enum)
  if (schema.anyOf) return fc.oneof(...schema.anyOf.map(valueOf))
  const type = typeof schema.type === 'string' ? schema.type : (schema.type?.[0] ?? 'string')
  if (type === 'integer') return fc.oneof(fc.integer({ min: schema.minimum ?? 0, max: schema.maximum ?? 3000 }), fc.constantFrom(-1, 0, 2 ** 31, Number.MAX_SAFE_INTEGER))
  if (type === 'boolean') return fc.boolean()
  if (type === 'array') return fc.array(valueOf(schema.items ?? {}), { maxLength: 6 })
  if (type === 'object') return fc.record(Object.fromEntries(Object.entries(schema.properties ?? {}).map(([name, inner]) => [name, valueOf(inner)])), { requiredKeys: [] })
  return anyText
} // prettier-ignore

const asShape = (schema: JSONSchema): Shape => schema as Shape

function queryOf(schema: JSONSchema | undefined): fc.Arbitrary<string> {
  if (!schema) return fc.constant('')
  return (fittingValue(asShape(schema)) as fc.Arbitrary<Record<string, unknown>>).map((query) => {
    const parameters = new URLSearchParams()
    for (const [name, value] of Object.entries(query))
      for (const one of Array.isArray(value) ? value : [value]) parameters.append(name, typeof one === 'string' ? one : JSON.stringify(one))
    return `?${parameters.toString()}`.slice(0, 8000)
  })
}

export const anyRequest: fc.Arbitrary<AnyRequest> = fc.constantFrom(...(Object.keys(PATHS) as EndpointName[])).chain((name) => {
  const endpoint: Endpoint = ENDPOINTS[name]
  const { method, path } = PATHS[name]
  const body: fc.Arbitrary<string | null> = endpoint.body
    ? fc.oneof({ weight: 5, arbitrary: valueOf(asShape(endpoint.body)).map((value) => JSON.stringify(value)) }, { weight: 1, arbitrary: anyText })
    : fc.constant(null)
  const filled = fc.array(anyText, { minLength: 3, maxLength: 3 }).map((texts) => path.replace(/:\w+/g, () => encodeURIComponent(texts.pop() ?? 'x') || 'x'))
  const headers = fc.record({ 'idempotency-key': fc.constantFrom('a', 'k'.repeat(300)), 'accept-encoding': fc.constantFrom('br', 'zip') }, { requiredKeys: [] })
  return fc.record({ path: filled, query: queryOf(endpoint.query), body, headers }).map(({ query, ...request }) => ({
    name,
    method: method.toUpperCase(),
    ...request,
    path: request.path + query,
  }))
}) // prettier-ignore
