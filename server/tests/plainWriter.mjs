// Starts the thread that writes as it is when it is served; breaks down when it is told to.
import { parentPort, Worker, workerData } from 'node:worker_threads'

const worker = new Worker(new URL('../dist/writing/worker.js', import.meta.url), { workerData, execArgv: [], env: {} })
worker.on('message', (message) => parentPort.postMessage(message))
parentPort.on('message', (message) => {
  if (message.given[0] === 'break down') throw new Error('broken down')
  worker.postMessage(message)
})
