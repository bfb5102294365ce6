/** The clock of the demo with all that hangs on it: as it moves on, everything that is due in between happens, in its order. */
import type { Clock as ShownClock, Pace } from '@catalex/contract/backroom'
import type { DateTime } from 'luxon'
import { momentOf, type Moment } from '../circulation/index.ts'
import type { VirtualClock } from '../standins/index.ts'

const PACES: Record<Pace, number> = { stands: 0, usual: 1, fast: 60 }
/** What is due within so many minutes happens before the clock goes on. */
const STEP_MINUTES = 60
/** Things that happen in one transaction: so long nobody else's change has to wait. */
const AT_ONCE = 60
const TICK_MS = 1000

interface World {
  /** @returns whether there may be more until then */
  live(until: Moment, most: number): Promise<boolean>
  /** When what has changed is found. */
  caughtUp(): Promise<void>
  trouble(error: unknown): void
}

const NOT_YET = () => Promise.resolve(false)

export class Clockwork {
  private from: DateTime | null = null
  private until: DateTime | null = null
  private there: () => Promise<boolean> = NOT_YET
  private pace: Pace = 'usual'
  private last: Promise<unknown> = Promise.resolve()
  private timer: NodeJS.Timeout | null = null

  constructor(
    readonly clock: VirtualClock,
    private readonly world: World,
  ) {}

  start(): void {
    this.timer ??= setInterval(() => {
      if (this.until === null) void this.inTurn(() => this.happen())
    }, TICK_MS).unref()
  }

  /** Ends when what has begun is done. */
  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer)
    this.until = null
    await this.idle
  }

  /** When nothing is on its way any more. */
  get idle(): Promise<unknown> {
    return this.last
  }

  get shown(): ShownClock {
    const isoOf = (time: DateTime | null) => time && momentOf(time).now
    return { now: momentOf(this.clock.now()).now, pace: this.pace, from: isoOf(this.until && this.from), until: isoOf(this.until) }
  }

  /** Who stops the clock stops it on its way, too. */
  setPace(pace: Pace): void {
    if (pace === 'stands') this.stopMoving()
    this.pace = pace
    this.clock.pace = PACES[pace]
  }

  /** Where it has got to, its pace is again what it was. */
  stopMoving(): void {
    this.until = null
  }

  /**
   * Moves the clock on, step by step, and comes back before it is there; what was said before counts no more.
   * @param there asked after each step: whether it has gone far enough
   */
  moveTo(time: DateTime, there = NOT_YET): void {
    const moving = this.until !== null
    if (!moving) this.from = this.clock.now()
    this.until = time
    this.there = there
    if (!moving) void this.inTurn(() => this.move())
  }

  private async move(): Promise<void> {
    try {
      while (this.until !== null && this.clock.now() < this.until) {
        const now = this.clock.now()
        const step = now.startOf('hour').plus({ minutes: STEP_MINUTES })
        this.clock.advance((step < this.until ? step : this.until).diff(now))
        await this.happen()
        if (await this.there()) break
      }
      await this.world.caughtUp()
    } finally {
      this.until = null
    }
  }

  /** All that is due by now. */
  private async happen(): Promise<void> {
    const now = momentOf(this.clock.now())
    while (await this.world.live(now, AT_ONCE));
  }

  private inTurn(work: () => Promise<void>): Promise<void> {
    const turn = this.last.then(work).catch((error: unknown) => {
      this.world.trouble(error)
    })
    this.last = turn
    return turn
  }
}
