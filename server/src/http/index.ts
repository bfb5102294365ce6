/** The HTTP server. */
export { createApp } from './app.ts'
