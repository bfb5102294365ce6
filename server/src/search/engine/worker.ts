/** A worker thread of the engine: takes one job after the other. */
import { parentPort, workerData } from 'node:worker_threads'
import { Cancelled, type Segments } from '@catalex/core/search'
import { runJob, segmentsOf } from './jobs.ts'
import type { FromWorker, ToWorker } from './pool.ts'

// What the pool gives to every worker it starts.
const cancelledJob = workerData as Int32Array
let segments: Segments = []

const reply = (message: FromWorker): void => {
  parentPort?.postMessage(message)
}

parentPort?.on('message', (message: ToWorker) => {
  if ('state' in message) {
    segments = segmentsOf(message.state)
    return
  }
  const { id, name, request } = message
  try {
    reply({ id, answer: runJob(name, segments, request, () => Atomics.load(cancelledJob, 0) !== id) })
  } catch (error) {
    reply(
      error instanceof Cancelled
        ? { id, cancelled: true }
        : { id, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) },
    )
  }
})
