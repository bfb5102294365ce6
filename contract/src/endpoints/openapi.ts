/** The OpenAPI 3.1 document, made of the endpoints. */
import { problemSchema } from '../problem/index.ts'
import type { JSONSchema } from '../schema/index.ts'
import { ENDPOINTS, type Endpoint } from './endpoints.ts'
import { PATHS, type EndpointName } from '../paths/index.ts'

export function openapi(version: string): object {
  const paths: Record<string, Record<string, object>> = {}
  // Object.keys knows names as mere strings.
  for (const name of Object.keys(PATHS) as EndpointName[]) {
    const { method, path } = PATHS[name]
    const key = path.replace(/:(\w+)/g, '{$1}')
    paths[key] = { ...paths[key], [method]: operation(name, path, ENDPOINTS[name]) }
  }
  return { openapi: '3.1.0', info: { title: 'Catalex', version }, paths }
}

function operation(name: string, path: string, endpoint: Endpoint): object {
  const inPath = [...path.matchAll(/:(\w+)/g)].map(([, param]) => ({ name: param, in: 'path', required: true, schema: { type: 'string' } }))
  const query = endpoint.query as { properties?: Record<string, object>; required?: readonly string[] } | undefined
  const inQuery = Object.entries(query?.properties ?? {}).map(([param, schema]) => ({
    name: param,
    in: 'query',
    required: query?.required?.includes(param) ?? false,
    schema,
  }))
  const json = (schema: JSONSchema) => ({ 'application/json': { schema } })
  return {
    operationId: name,
    summary: endpoint.summary,
    parameters: [...inPath, ...inQuery],
    ...(endpoint.body ? { requestBody: { required: true, content: json(endpoint.body) } } : {}),
    responses: {
      [endpoint.status]: { description: 'As asked', ...(endpoint.answer ? { content: json(endpoint.answer) } : {}) },
      default: {
        description: 'What went wrong, by its type and facts',
        content: { 'application/problem+json': { schema: problemSchema } },
      },
    },
  }
}
