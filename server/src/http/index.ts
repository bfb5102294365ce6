/** The HTTP server. */
export { createApp } from './app.ts'
export type { Context } from './context.ts'
export { problemFrom } from './problems.ts'
