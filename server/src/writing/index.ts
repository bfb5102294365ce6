/** Writing: what a running server changes, one change after the other. */
export { commandsOn, type Commands } from './commands.ts'
export { CommandThread } from './thread.ts'
