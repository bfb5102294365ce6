/** A thread of the engine: takes one job after the other. */
import { parentPort, workerData } from 'node:worker_threads'
import { Outrun, type Segments } from '@catalex/core/search'
import { segmentsOf, work, type Jobs } from './engine.ts'
import type { FromWorker, ToWorker } from './pool.ts'

const givenUp = workerData as Int32Array
let segments: Segments = []

const reply = (message: FromWorker): void => {
  parentPort?.postMessage(message)
}

parentPort?.on('message', (message: ToWorker) => {
  if ('layers' in message) {
    segments = segmentsOf(message.layers)
    return
  }
  const { id, name, asks } = message
  try {
    reply({ id, answer: work(name, segments, asks as Jobs[typeof name]['asks'], () => Atomics.load(givenUp, 0) !== id) })
  } catch (error) {
    reply(
      error instanceof Outrun
        ? { id, outrun: true }
        : { id, failed: error instanceof Error ? (error.stack ?? error.message) : String(error) },
    )
  }
})
