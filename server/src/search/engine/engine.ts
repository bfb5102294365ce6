/** The engine as the service sees it: jobs are handed in and answered, in this thread or in workers. */
import type { Segments } from '@catalex/core/search'
import { runJob, segmentsOf, type IndexState, type JobName, type Jobs, type Workplace } from './jobs.ts'

/** On whose behalf something is asked. */
export interface Asking {
  /** Says when nobody waits for the answer any more. */
  signal?: AbortSignal
  /** Whoever shares the engine fairly with others; none for the catalogue itself. */
  client?: string
}

export interface Engine {
  /** @throws Cancelled, Overloaded */
  ask<Name extends JobName>(name: Name, request: Jobs[Name]['request'], asking?: Asking): Promise<Jobs[Name]['answer']>
  /** Jobs that wait. */
  readonly waiting: number
  /** Answers from this index from now on. */
  use(state: IndexState): Promise<void>
  /** The libraries' own documents have changed. */
  refreshLibraries(): void
  close(): Promise<void>
}

/** Works in the thread that asks: for small catalogues. */
export class LocalEngine implements Engine {
  readonly waiting = 0
  private segments: Segments = []

  constructor(private readonly where: Omit<Workplace, 'segments'>) {}

  ask<Name extends JobName>(name: Name, request: Jobs[Name]['request']): Promise<Jobs[Name]['answer']> {
    return runJob(name, { ...this.where, segments: this.segments }, request, () => true)
  }

  /** It has the libraries of whoever told it. */
  refreshLibraries(): void {
    return undefined
  }

  use(state: IndexState): Promise<void> {
    this.segments = segmentsOf(state)
    return Promise.resolve()
  }

  close(): Promise<void> {
    return Promise.resolve()
  }
}
