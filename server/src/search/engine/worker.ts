/** A worker thread of the engine: takes one job after the other. */
import { parentPort, workerData } from 'node:worker_threads'
import { Cancelled, type Segments } from '@catalex/core/search'
import { ReadingPool } from '../../database/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { runJob, segmentsOf } from './jobs.ts'
import type { FromWorker, ToWorker, WorkerData } from './pool.ts'

// What the pool gives to every worker it starts.
const { cancelledJob, file } = workerData as WorkerData
let segments: Segments = []
/** Two reads of a job go side by side. */
const CONNECTIONS = 2
const opened = open()

async function open() {
  const database = await ReadingPool.open(file, CONNECTIONS)
  return { database, libraries: await Libraries.load(database) }
}

const reply = (message: FromWorker): void => {
  parentPort?.postMessage(message)
}

async function take(message: ToWorker): Promise<void> {
  if ('state' in message) {
    segments = segmentsOf(message.state)
    return
  }
  const { database, libraries } = await opened
  if ('refresh' in message) {
    await libraries.refresh(database)
    return
  }
  const { id, name, request } = message
  try {
    reply({ id, answer: await runJob(name, { segments, database, libraries }, request, () => Atomics.load(cancelledJob, 0) !== id) })
  } catch (error) {
    reply(
      error instanceof Cancelled
        ? { id, cancelled: true }
        : { id, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) },
    )
  }
}

parentPort?.on('message', (message: ToWorker) => {
  take(message).catch((error: unknown) => {
    // Ends the thread, and the pool starts another.
    setImmediate(() => {
      throw error
    })
  })
})
