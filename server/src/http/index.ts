/** The HTTP server. */
export { createApp } from './app.ts'
export { answerClientError } from './problems.ts'
