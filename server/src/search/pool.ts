/**
 * The engine in threads of its own over shared memory. Jobs wait in one line, the lightest first; each millisecond of
 * waiting makes a job lighter, so that heavy ones hold up nothing and are not held up for ever.
 */
import { Worker } from 'node:worker_threads'
import { effortOf, Outrun, type QueryNode, type Segments } from '@catalex/core/search'
import { segmentsOf, type Engine, type JobName, type Jobs, type Layers } from './engine.ts'

export type ToWorker = { id: number; name: JobName; asks: unknown } | { layers: Layers }
export type FromWorker = { id: number; answer: unknown } | { id: number; outrun: true } | { id: number; failed: string }

interface Job {
  id: number
  name: JobName
  asks: unknown
  effort: number
  since: number
  resolve(answer: unknown): void
  reject(reason: unknown): void
}

interface Hand {
  worker: Worker | null
  /** Number of the job that is to be given up. */
  givenUp: Int32Array
  busy: Job | null
}

const MOST_BROKEN_DOWN = 5

/** Documents that one millisecond of waiting is worth. */
const PATIENCE = 10_000

export class EnginePool implements Engine {
  private readonly hands: Hand[]
  private readonly waiting: Job[] = []
  private layers: Layers | null = null
  private segments: Segments = []
  private lastId = 0
  private closing = false
  /** Threads that broke down since one last finished a job. */
  private brokenDown = 0

  constructor(
    threads: number,
    private readonly script = new URL('./worker.js', import.meta.url),
  ) {
    this.hands = Array.from({ length: threads }, () => {
      const hand: Hand = { worker: null, givenUp: new Int32Array(new SharedArrayBuffer(4)), busy: null }
      this.hire(hand)
      return hand
    })
  }

  private hire(hand: Hand): void {
    const worker = new Worker(this.script, { workerData: hand.givenUp })
    hand.worker = worker
    if (this.layers) worker.postMessage({ layers: this.layers } satisfies ToWorker)
    worker.on('message', (message: FromWorker) => {
      this.finished(hand, message)
    })
    // A thread that broke down (of memory, say) fails its job, and another takes its place.
    let reason: unknown = new Error('The thread that searched has ended.')
    worker.on('error', (error) => {
      reason = error
    })
    worker.on('exit', () => {
      hand.busy?.reject(reason)
      hand.busy = null
      if (this.closing) return
      this.brokenDown += 1
      if (this.brokenDown > MOST_BROKEN_DOWN) throw new Error('The threads that search break down again and again.', { cause: reason })
      this.hire(hand)
      this.next()
    })
  }

  ask<Name extends JobName>(name: Name, asks: Jobs[Name]['asks'], signal?: AbortSignal): Promise<Jobs[Name]['gives']> {
    return new Promise((resolve, reject) => {
      const job: Job = {
        id: (this.lastId += 1),
        name,
        asks,
        effort: this.effortOf(asks),
        since: performance.now(),
        resolve: (answer) => {
          resolve(answer as Jobs[Name]['gives'])
        },
        reject,
      }
      if (signal?.aborted) {
        reject(new Outrun())
        return
      }
      signal?.addEventListener('abort', () => {
        this.giveUp(job)
      })
      this.waiting.push(job)
      this.next()
    })
  }

  private effortOf(asks: unknown): number {
    const query = (asks as { question?: { query: QueryNode } }).question?.query
    return query && this.segments.length > 0 ? effortOf(this.segments[0].index, query) : 0
  }

  private giveUp(job: Job): void {
    const at = this.waiting.indexOf(job)
    if (at >= 0) {
      this.waiting.splice(at, 1)
      job.reject(new Outrun())
    } else for (const hand of this.hands) if (hand.busy === job) Atomics.store(hand.givenUp, 0, job.id)
  }

  private next(): void {
    for (const hand of this.hands) {
      if (hand.busy !== null || this.waiting.length === 0) continue
      const job = this.lightest()
      hand.busy = job
      hand.worker?.postMessage({ id: job.id, name: job.name, asks: job.asks } satisfies ToWorker)
    }
  }

  private lightest(): Job {
    const now = performance.now()
    const weight = (job: Job) => job.effort - (now - job.since) * PATIENCE
    const job = this.waiting.reduce((lightest, candidate) => (weight(candidate) < weight(lightest) ? candidate : lightest))
    this.waiting.splice(this.waiting.indexOf(job), 1)
    return job
  }

  private finished(hand: Hand, message: FromWorker): void {
    const job = hand.busy
    hand.busy = null
    this.brokenDown = 0
    if ('answer' in message) job?.resolve(message.answer)
    else job?.reject('outrun' in message ? new Outrun() : new Error(message.failed))
    this.next()
  }

  lay(layers: Layers): Promise<void> {
    this.layers = layers
    this.segments = segmentsOf(layers)
    for (const { worker } of this.hands) worker?.postMessage({ layers } satisfies ToWorker)
    return Promise.resolve()
  }

  async close(): Promise<void> {
    this.closing = true
    await Promise.all(this.hands.map(({ worker }) => worker?.terminate()))
  }
}
