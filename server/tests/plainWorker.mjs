// Starts the worker of the engine as it is when it is served: without the options of the test runner.
import { parentPort, Worker, workerData } from 'node:worker_threads'

const worker = new Worker(new URL('../dist/search/engine/worker.js', import.meta.url), { workerData, execArgv: [], env: {} })
worker.on('message', (message) => parentPort.postMessage(message))
worker.on('error', (error) => {
  throw error
})
parentPort.on('message', (message) => worker.postMessage(message))
