/**
 * The engine in worker threads over shared memory. Jobs wait in one queue, the cheapest first; each millisecond of
 * waiting makes a job cheaper, so that costly ones hold up nothing and are not held up for ever.
 */
import { Worker } from 'node:worker_threads'
import { Cancelled, effortOf, type Segments } from '@catalex/core/search'
import type { Engine } from './engine.ts'
import { segmentsOf, type IndexState, type JobName, type Jobs } from './jobs.ts'

type Message = { [Name in JobName]: { id: number; name: Name; request: Jobs[Name]['request'] } }[JobName]
export type ToWorker = Message | { state: IndexState }
export type FromWorker = { id: number; answer: Jobs[JobName]['answer'] } | { id: number; cancelled: true } | { id: number; failed: string }

interface Job {
  message: Message
  /** Documents that will be looked at, by and large. */
  effort: number
  since: number
  resolve(answer: Jobs[JobName]['answer']): void
  reject(reason: unknown): void
}

interface WorkerSlot {
  worker: Worker | null
  /** Number of the job that is to be cancelled. */
  cancelledJob: Int32Array
  busy: Job | null
}

const MOST_CRASHES = 5

/** Ageing rate: documents that one millisecond of waiting is worth. */
const AGEING = 10_000

export class EnginePool implements Engine {
  private readonly slots: WorkerSlot[]
  private readonly waiting: Job[] = []
  private state: IndexState | null = null
  private segments: Segments = []
  private lastId = 0
  private closing = false
  /** Workers that crashed since one last finished a job. */
  private crashes = 0

  constructor(
    threads: number,
    private readonly script = new URL('./worker.js', import.meta.url),
  ) {
    this.slots = Array.from({ length: threads }, () => {
      const slot: WorkerSlot = { worker: null, cancelledJob: new Int32Array(new SharedArrayBuffer(4)), busy: null }
      this.startWorker(slot)
      return slot
    })
  }

  private startWorker(slot: WorkerSlot): void {
    const worker = new Worker(this.script, { workerData: slot.cancelledJob })
    slot.worker = worker
    if (this.state) worker.postMessage({ state: this.state } satisfies ToWorker)
    worker.on('message', (message: FromWorker) => {
      this.finished(slot, message)
    })
    // A worker that crashed (out of memory, say) fails its job, and another takes its place.
    let reason: unknown = new Error('The search worker has ended.')
    worker.on('error', (error) => {
      reason = error
    })
    worker.on('exit', () => {
      slot.busy?.reject(reason)
      slot.busy = null
      if (this.closing) return
      this.crashes += 1
      if (this.crashes > MOST_CRASHES) throw new Error('The search workers crash again and again.', { cause: reason })
      this.startWorker(slot)
      this.next()
    })
  }

  ask<Name extends JobName>(name: Name, request: Jobs[Name]['request'], signal?: AbortSignal): Promise<Jobs[Name]['answer']> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) {
        reject(new Cancelled())
        return
      }
      // A job's answer is of the kind that its name says.
      const message = { id: (this.lastId += 1), name, request } as Message
      const answered = resolve as Job['resolve']
      const job: Job = { message, effort: this.effortOf(message), since: performance.now(), resolve: answered, reject }
      signal?.addEventListener('abort', () => {
        this.cancel(job)
      })
      this.waiting.push(job)
      this.next()
    })
  }

  private effortOf({ name, request }: Message): number {
    const base = this.segments.at(0)?.index
    // Building a delta segment keeps a worker busy for long: whoever searches goes first.
    if (name === 'delta') return request.documents.length * DELTA_EFFORT
    return base && 'question' in request ? effortOf(base, request.question.query) : 0
  }

  private cancel(job: Job): void {
    const at = this.waiting.indexOf(job)
    if (at >= 0) {
      this.waiting.splice(at, 1)
      job.reject(new Cancelled())
    } else for (const slot of this.slots) if (slot.busy === job) Atomics.store(slot.cancelledJob, 0, job.message.id)
  }

  private next(): void {
    for (const slot of this.slots) {
      if (slot.busy !== null || this.waiting.length === 0) continue
      const job = this.takeCheapest()
      slot.busy = job
      try {
        slot.worker?.postMessage(job.message satisfies ToWorker)
      } catch (error) {
        // What can't be handed to a thread fails by itself, and the worker goes on.
        slot.busy = null
        job.reject(error)
        this.next()
      }
    }
  }

  private takeCheapest(): Job {
    const now = performance.now()
    const cost = (job: Job) => job.effort - (now - job.since) * AGEING
    const job = this.waiting.reduce((cheapest, candidate) => (cost(candidate) < cost(cheapest) ? candidate : cheapest))
    this.waiting.splice(this.waiting.indexOf(job), 1)
    return job
  }

  private finished(slot: WorkerSlot, message: FromWorker): void {
    const job = slot.busy
    slot.busy = null
    this.crashes = 0
    if ('answer' in message) job?.resolve(message.answer)
    else job?.reject('cancelled' in message ? new Cancelled() : new Error(message.failed))
    this.next()
  }

  use(state: IndexState): Promise<void> {
    this.state = state
    this.segments = segmentsOf(state)
    for (const { worker } of this.slots) worker?.postMessage({ state } satisfies ToWorker)
    return Promise.resolve()
  }

  async close(): Promise<void> {
    this.closing = true
    await Promise.all(this.slots.flatMap(({ worker }) => (worker ? [worker.terminate()] : [])))
  }
}

/** A record to be indexed costs about as much as looking at this many. */
const DELTA_EFFORT = 5000
