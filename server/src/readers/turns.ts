/** One thing at a time, in a line that is bounded for all and for each: for work that is dear, such as stretching a PIN. */
import { Overloaded } from '../overloaded.ts'

export class Turns {
  private last: Promise<unknown> = Promise.resolve()
  private readonly waiting = new Map<string, number>()
  private total = 0

  constructor(
    private readonly most: number,
    private readonly mostOfOne: number,
  ) {}

  /** @throws Overloaded */
  async take<T>(who: string, work: () => Promise<T>): Promise<T> {
    const own = this.waiting.get(who) ?? 0
    if (this.total >= this.most || own >= this.mostOfOne) throw new Overloaded('sign-ins')
    this.count(who, 1)
    const turn = this.last.then(work)
    this.last = turn.catch(() => undefined)
    try {
      return await turn
    } finally {
      this.count(who, -1)
    }
  }

  private count(who: string, change: number): void {
    this.total += change
    const own = (this.waiting.get(who) ?? 0) + change
    if (own === 0) this.waiting.delete(who)
    else this.waiting.set(who, own)
  }
}
