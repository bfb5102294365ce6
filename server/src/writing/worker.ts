/** The thread that writes: carries out one command after the other. */
import { parentPort, workerData } from 'node:worker_threads'
import { Database } from '../database/index.ts'
import { Libraries } from '../libraries/index.ts'
import { commandsOn, type Commands } from './commands.ts'
import type { FromThread, ToThread } from './thread.ts'

/** All it reads but its libraries it reads in its transactions. */
const CONNECTIONS = 1

const opened = open(workerData as string)

async function open(file: string): Promise<Commands> {
  const database = await Database.open(file, CONNECTIONS)
  return commandsOn(database, await Libraries.load(database))
}

async function carryOut({ id, name, given }: ToThread): Promise<FromThread> {
  try {
    const commands = await opened
    // Which arguments a command takes, the caller's types have checked.
    const command = commands[name] as (...given: readonly unknown[]) => Promise<unknown>
    return { id, done: await command(...given) }
  } catch (error) {
    // Errors of the driver hold statements and values; only what it calls itself goes on.
    const { name: kind, message } = error instanceof Error ? error : new Error(String(error))
    return { id, failed: { name: kind, message } }
  }
}

parentPort?.on('message', (message: ToThread) => {
  void carryOut(message).then((reply) => parentPort?.postMessage(reply))
})
