/** Commands in a thread of their own. */
import { Worker } from 'node:worker_threads'
import { Overloaded } from '../overloaded.ts'
import type { CommandName, Commands } from './commands.ts'

export interface ToThread {
  id: number
  name: CommandName
  given: readonly unknown[]
}
export type FromThread = { id: number; done: unknown } | { id: number; failed: { name: string; message: string } }

interface Call {
  resolve(done: unknown): void
  reject(reason: unknown): void
}

const MOST_WAITING = 1000
const MOST_CRASHES = 5

export class CommandThread {
  private worker: Worker
  private readonly calls = new Map<number, Call>()
  private lastId = 0
  private closing = false
  /** Since a command was last carried out. */
  private crashes = 0

  /** @param file the database */
  constructor(
    private readonly file: string,
    private readonly script = new URL('./worker.js', import.meta.url),
  ) {
    this.worker = this.start()
  }

  private start(): Worker {
    const worker = new Worker(this.script, { workerData: this.file })
    let reason: unknown = new Error('The thread that writes has ended.')
    worker.on('message', (message: FromThread) => {
      const call = this.calls.get(message.id)
      this.calls.delete(message.id)
      this.crashes = 0
      if ('done' in message) call?.resolve(message.done)
      else call?.reject(Object.assign(new Error(message.failed.message), { name: message.failed.name }))
    })
    worker.on('error', (error) => {
      reason = error
    })
    worker.on('exit', () => {
      // Whoever waits can't know whether it was done; a repeat with the same key is harmless.
      for (const call of this.calls.values()) call.reject(reason)
      this.calls.clear()
      if (this.closing) return
      this.crashes += 1
      if (this.crashes > MOST_CRASHES) throw new Error('The thread that writes crashes again and again.', { cause: reason })
      this.worker = this.start()
    })
    return worker
  }

  private call(name: CommandName, given: readonly unknown[]): Promise<unknown> {
    if (this.calls.size >= MOST_WAITING) return Promise.reject(new Overloaded('changes'))
    return new Promise((resolve, reject) => {
      const id = (this.lastId += 1)
      this.worker.postMessage({ id, name, given } satisfies ToThread)
      this.calls.set(id, { resolve, reject })
    })
  }

  /** The commands, each a call to the thread. */
  readonly commands = new Proxy({} as Commands, {
    get:
      (_, name: CommandName) =>
      (...given: unknown[]) =>
        this.call(name, given),
  })

  get waiting(): number {
    return this.calls.size
  }

  /** Ends when what has been asked is done. */
  async close(): Promise<void> {
    while (this.calls.size > 0) await new Promise((later) => setTimeout(later, 5))
    this.closing = true
    await this.worker.terminate()
  }
}
