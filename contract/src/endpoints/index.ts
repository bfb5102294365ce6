/** The HTTP interface: every endpoint with its method, path, query, body and answer. */
export * from './endpoints.ts'
export { openapi } from './openapi.ts'
export { PATHS, type EndpointName } from '../paths/index.ts'
