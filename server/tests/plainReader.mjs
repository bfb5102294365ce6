// Starts the thread that reads as it is when files are loaded.
import { parentPort, Worker, workerData } from 'node:worker_threads'

const worker = new Worker(new URL('../dist/catalogue/readingWorker.js', import.meta.url), { workerData, execArgv: [], env: {} })
worker.on('message', (message) => parentPort.postMessage(message))
worker.on('error', (error) => {
  throw error
})
worker.on('exit', () => parentPort.close())
parentPort.on('message', (message) => worker.postMessage(message))
