/** The engine in worker threads over shared memory, with one line of jobs that wait for them. */
import { Worker } from 'node:worker_threads'
import { Cancelled, type Segments } from '@catalex/core/search'
import { effortFor } from './effort.ts'
import type { Asking, Engine } from './engine.ts'
import { segmentsOf, type IndexState, type JobName, type Jobs } from './jobs.ts'
import { WaitingLine, type WaitingJob } from './waitingLine.ts'

type Message = { [Name in JobName]: { id: number; name: Name; request: Jobs[Name]['request'] } }[JobName]
export type ToWorker = Message | { state: IndexState } | { refresh: true }
export type FromWorker = { id: number; answer: Jobs[JobName]['answer'] } | { id: number; cancelled: true } | { id: number; failed: string }

export interface WorkerData {
  /** Number of the job that is to be cancelled. */
  cancelledJob: Int32Array
  /** The database. */
  file: string
}

interface Job extends WaitingJob {
  message: Message
  /** Milliseconds, when a worker began with it. */
  begun: number
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

export class EnginePool implements Engine {
  private readonly slots: WorkerSlot[]
  private readonly line = new WaitingLine<Job>()
  private state: IndexState | null = null
  private segments: Segments = []
  private lastId = 0
  private closing = false
  /** Workers that crashed since one last finished a job. */
  private crashes = 0

  constructor(
    threads: number,
    private readonly file: string,
    private readonly script = new URL('./worker.js', import.meta.url),
  ) {
    this.slots = Array.from({ length: threads }, () => {
      const slot: WorkerSlot = { worker: null, cancelledJob: new Int32Array(new SharedArrayBuffer(4)), busy: null }
      this.startWorker(slot)
      return slot
    })
  }

  private startWorker(slot: WorkerSlot): void {
    const worker = new Worker(this.script, { workerData: { cancelledJob: slot.cancelledJob, file: this.file } satisfies WorkerData })
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

  ask<Name extends JobName>(name: Name, request: Jobs[Name]['request'], { signal, client }: Asking = {}): Promise<Jobs[Name]['answer']> {
    return new Promise((resolve, reject) => {
      if (signal?.aborted) {
        reject(new Cancelled())
        return
      }
      // A job's answer is of the kind that its name says.
      const message = { id: (this.lastId += 1), name, request } as Message
      const answered = resolve as Job['resolve']
      const since = performance.now()
      const job: Job = {
        message,
        effort: effortFor(message, this.segments),
        client: client ?? null,
        since,
        begun: since,
        resolve: answered,
        reject,
      }
      signal?.addEventListener('abort', () => {
        this.cancel(job)
      })
      this.line.add(job)
      this.next()
    })
  }

  private cancel(job: Job): void {
    if (this.line.remove(job)) job.reject(new Cancelled())
    else for (const slot of this.slots) if (slot.busy === job) Atomics.store(slot.cancelledJob, 0, job.message.id)
  }

  private next(): void {
    for (const slot of this.slots) {
      if (slot.busy !== null) continue
      const job = this.line.take(performance.now())
      if (!job) return
      slot.busy = job
      job.begun = performance.now()
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

  /** Jobs that wait for a worker. */
  get waiting(): number {
    return this.line.length
  }

  private finished(slot: WorkerSlot, message: FromWorker): void {
    const job = slot.busy
    slot.busy = null
    this.crashes = 0
    if (job) this.line.note(job.client, performance.now() - job.begun, performance.now())
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

  refreshLibraries(): void {
    for (const { worker } of this.slots) worker?.postMessage({ refresh: true } satisfies ToWorker)
  }

  async close(): Promise<void> {
    this.closing = true
    await Promise.all(this.slots.flatMap(({ worker }) => (worker ? [worker.terminate()] : [])))
  }
}
