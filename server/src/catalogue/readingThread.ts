/** MARC files read in a thread of their own: their batches as they come, no more ahead than are being used. */
import { existsSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import type { Libraries } from '../libraries/index.ts'
import type { ReadBatch } from './batches.ts'
import type { FromReader, ReadingOrder } from './readingWorker.ts'

const SCRIPT = new URL('./readingWorker.js', import.meta.url)

/** Whether the thread's script stands here: only what is built has it. */
export const canReadInThread = existsSync(SCRIPT)

export async function* readInThread(files: readonly string[], libraries: Libraries, script = SCRIPT): AsyncGenerator<ReadBatch> {
  const worker = new Worker(script, { workerData: { files, told: libraries.told } satisfies ReadingOrder })
  const came: FromReader[] = []
  const failures: Error[] = []
  let wake: () => void = () => undefined
  worker.on('message', (message: FromReader) => {
    came.push(message)
    wake()
  })
  worker.on('error', (error: Error) => {
    failures.push(error)
    wake()
  })
  worker.on('exit', () => {
    failures.push(new Error('The thread that reads has ended.'))
    wake()
  })
  try {
    for (;;) {
      const next = came.shift()
      if (next === undefined) {
        const [failure] = failures
        if (failure) throw failure
        await new Promise<void>((done) => (wake = done))
        continue
      }
      if ('end' in next) return
      worker.postMessage('next')
      yield next.batch
    }
  } finally {
    await worker.terminate()
  }
}
