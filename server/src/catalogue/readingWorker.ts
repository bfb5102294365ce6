/** The thread that reads MARC files while another stores what has been read. */
import { parentPort, workerData } from 'node:worker_threads'
import { Libraries, type Told } from '../libraries/index.ts'
import { readBatches, type ReadBatch } from './batches.ts'

export interface ReadingOrder {
  files: readonly string[]
  /** What the library says of itself. */
  told: Told
}
export type FromReader = { batch: ReadBatch } | { end: true }

/** Batches that may lie unused: as many as keep both threads at work. */
export const AHEAD = 3

const { files, told } = workerData as ReadingOrder
let free = AHEAD
let wake: () => void = () => undefined
parentPort?.on('message', () => {
  free += 1
  wake()
})

async function readAll(): Promise<void> {
  for await (const batch of readBatches(files, new Libraries(told))) {
    if (free === 0) await new Promise<void>((done) => (wake = done))
    free -= 1
    parentPort?.postMessage({ batch } satisfies FromReader)
  }
  parentPort?.postMessage({ end: true } satisfies FromReader)
}

void readAll().then(() => parentPort?.close())
