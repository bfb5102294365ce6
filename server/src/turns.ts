/**
 * Work that is dear, or of which one may want very much: a few things at a time, clients in turn, and of each client a
 * bounded number waiting, so that nobody's many requests hold up another's one.
 */
import { Overloaded } from './overloaded.ts'

interface Limits {
  /** What is done at the same time. */
  atOnce: number
  /** What may wait of one client, and of all. */
  ofOne: number
  ofAll: number
}

export class Turns {
  /** Clients in the order of their turns, each with what waits. */
  private readonly lines = new Map<string, (() => Promise<void>)[]>()
  private waiting = 0
  private running = 0

  /** @param what as the error calls it */
  constructor(
    private readonly what: string,
    private readonly limits: Limits,
  ) {}

  /** @throws Overloaded */
  take<T>(client: string, work: () => Promise<T>): Promise<T> {
    const line = this.lines.get(client) ?? []
    if (this.waiting >= this.limits.ofAll || line.length >= this.limits.ofOne) return Promise.reject(new Overloaded(this.what))
    return new Promise((resolve, reject) => {
      line.push(() => work().then(resolve, reject))
      this.lines.set(client, line)
      this.waiting += 1
      this.next()
    })
  }

  private next(): void {
    const [turn] = this.lines
    if (this.running >= this.limits.atOnce || turn === undefined) return
    const [client, line] = turn
    const work = line.shift()
    // Who has had a turn goes to the end.
    this.lines.delete(client)
    if (line.length > 0) this.lines.set(client, line)
    if (work === undefined) return
    this.waiting -= 1
    this.running += 1
    void work().finally(() => {
      this.running -= 1
      this.next()
    })
  }
}
