// Stands in for a thread of the engine: takes as long as it is told, gives back what it was asked, breaks down on demand.
import { parentPort, workerData } from 'node:worker_threads'

parentPort.on('message', ({ id, request }) => {
  if (id === undefined) return
  if (request.breakDown) throw new Error('broken down')
  const end = performance.now() + request.ms
  while (performance.now() < end) {
    if (Atomics.load(workerData.cancelledJob, 0) === id) {
      parentPort.postMessage({ id, cancelled: true })
      return
    }
  }
  parentPort.postMessage({ id, answer: request.name })
})
