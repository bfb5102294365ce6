/** Every endpoint of the HTTP interface, once: the server binds handlers to it, the openapi document is made of it. */
import { placesSchema } from '../branches/index.ts'
import { cardSchema, sampleCardsSchema, sessionSchema, signInSchema } from '../card/index.ts'
import { holdOptionsQuerySchema, holdOptionsSchema, holdSchema, placeHoldSchema } from '../holds/index.ts'
import { problemSchema } from '../problem/index.ts'
import type { JSONSchema } from '../schema/index.ts'
import {
  browseAnswerSchema,
  browseQuerySchema,
  suggestAnswerSchema,
  suggestQuerySchema,
  facetValuesQuerySchema,
  facetValuesSchema,
  searchAnswerSchema,
  searchQuerySchema,
} from '../search/index.ts'
import { titlePageSchema, titleQuerySchema } from '../titles/index.ts'

export interface Endpoint {
  method: 'get' | 'post' | 'delete'
  path: string
  summary: string
  query?: JSONSchema
  body?: JSONSchema
  answer: JSONSchema | null
  /** Status of a good answer. */
  status: number
}

export const healthSchema = {
  type: 'object',
  additionalProperties: false,
  required: ['version', 'titles', 'items', 'indexReady'],
  properties: { version: { type: 'string' }, titles: { type: 'integer' }, items: { type: 'integer' }, indexReady: { type: 'boolean' } },
} as const

export const ENDPOINTS = {
  health: {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the catalogue is ready, and how large it is',
    answer: healthSchema,
    status: 200,
  },
  places: {
    method: 'get',
    path: '/api/places',
    summary: 'Systems, branches, collections, hours and pickup locations',
    answer: placesSchema,
    status: 200,
  },
  search: {
    method: 'get',
    path: '/api/search',
    summary: 'Titles that match, with exact counts for narrowing',
    query: searchQuerySchema,
    answer: searchAnswerSchema,
    status: 200,
  },
  facetValues: {
    method: 'get',
    path: '/api/search/values',
    summary: 'Values of one facet of a search, found by their words',
    query: facetValuesQuerySchema,
    answer: facetValuesSchema,
    status: 200,
  },
  browse: {
    method: 'get',
    path: '/api/headings',
    summary: 'Headings in alphabetical order from any letters on',
    query: browseQuerySchema,
    answer: browseAnswerSchema,
    status: 200,
  },
  suggest: {
    method: 'get',
    path: '/api/suggestions',
    summary: 'Headings that begin with what has been typed',
    query: suggestQuerySchema,
    answer: suggestAnswerSchema,
    status: 200,
  },
  title: {
    method: 'get',
    path: '/api/titles/:controlNumber',
    summary: 'One title with its editions, copies and routes',
    query: titleQuerySchema,
    answer: titlePageSchema,
    status: 200,
  },
  session: { method: 'get', path: '/api/session', summary: 'Who is signed in', answer: sessionSchema, status: 200 },
  signIn: {
    method: 'post',
    path: '/api/session',
    summary: 'Sign in with card number and PIN',
    body: signInSchema,
    answer: sessionSchema,
    status: 200,
  },
  signOut: { method: 'delete', path: '/api/session', summary: 'Sign out; nothing stays behind', answer: null, status: 204 },
  sampleCards: { method: 'get', path: '/api/demo/cards', summary: 'Cards to try the demo with', answer: sampleCardsSchema, status: 200 },
  card: { method: 'get', path: '/api/card', summary: 'The reader’s holds, loans and limits', answer: cardSchema, status: 200 },
  holdOptions: {
    method: 'get',
    path: '/api/hold-options',
    summary: 'Each pickup location for a wish: from where, at what cost, or why not',
    query: holdOptionsQuerySchema,
    answer: holdOptionsSchema,
    status: 200,
  },
  placeHold: {
    method: 'post',
    path: '/api/holds',
    summary: 'Place a hold; an Idempotency-Key makes a repeat harmless',
    body: placeHoldSchema,
    answer: holdSchema,
    status: 201,
  },
  cancelHold: { method: 'delete', path: '/api/holds/:id', summary: 'Cancel a hold', answer: holdSchema, status: 200 },
} as const satisfies Record<string, Endpoint>

/** The OpenAPI 3.1 document. */
export function openapi(version: string): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const [name, endpoint] of Object.entries<Endpoint>(ENDPOINTS)) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}')
    paths[path] = { ...paths[path], [endpoint.method]: operation(name, endpoint) }
  }
  return { openapi: '3.1.0', info: { title: 'Catalex', version }, paths }
}

function operation(name: string, endpoint: Endpoint): object {
  const inPath = [...endpoint.path.matchAll(/:(\w+)/g)].map(([, param]) => ({
    name: param,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const query = endpoint.query as { properties?: Record<string, object>; required?: string[] } | undefined
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
      default: { description: 'What went wrong, and what to do', content: { 'application/problem+json': { schema: problemSchema } } },
    },
  }
}
