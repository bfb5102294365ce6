/**
 * The line of jobs that wait for a worker. It is bounded; turn by turn the job that costs least goes next, or the one for
 * which waiting has made up for its cost, so that costly jobs hold up nothing and are not held up for ever. What a client
 * has used lately counts as cost, so that nobody's many jobs are before another's few.
 */
import { Overloaded } from '../../overloaded.ts'

export interface WaitingJob {
  /** Documents that will be looked at, by and large. */
  effort: number
  /** Whose it is; jobs of the catalogue itself have no client and are never refused. */
  client: string | null
  /** Milliseconds, when it began to wait. */
  since: number
}

export const MOST_WAITING = 400
export const MOST_OF_A_CLIENT = 100

/** Documents that are looked at in a millisecond. */
const PER_MS = 10_000

/** After so many milliseconds, what a client has used counts half. */
const HALF_LIFE = 2000

export class WaitingLine<Job extends WaitingJob> {
  private readonly jobs: Job[] = []
  private readonly used = new Map<string, { ms: number; at: number }>()
  private byPatience = true

  get length(): number {
    return this.jobs.length
  }

  /** @throws Overloaded */
  add(job: Job): void {
    const { client } = job
    if (client !== null) {
      const own = this.jobs.reduce((sum, other) => sum + Number(other.client === client), 0)
      if (this.jobs.length >= MOST_WAITING || own >= MOST_OF_A_CLIENT) throw new Overloaded('searches')
    }
    this.jobs.push(job)
  }

  /** @returns whether the job was still waiting */
  remove(job: Job): boolean {
    const at = this.jobs.indexOf(job)
    if (at >= 0) this.jobs.splice(at, 1)
    return at >= 0
  }

  /** @param now milliseconds */
  take(now: number): Job | undefined {
    const patience = this.byPatience ? PER_MS : 0
    if (this.jobs.length > 1) this.byPatience = !this.byPatience
    const cost = ({ effort, client, since }: Job) => effort + this.usedBy(client, now) * PER_MS - (now - since) * patience
    let next: Job | undefined
    let least = Infinity
    for (const job of this.jobs) {
      const own = cost(job)
      if (own < least) [next, least] = [job, own]
    }
    if (next) this.remove(next)
    return next
  }

  /** Notes that a client's job kept a worker so many milliseconds. */
  note(client: string | null, ms: number, now: number): void {
    if (client === null) return
    this.used.set(client, { ms: this.usedBy(client, now) + ms, at: now })
    if (this.used.size > MOST_REMEMBERED) for (const [known, { at }] of this.used) if (now - at > FORGOTTEN) this.used.delete(known)
  }

  private usedBy(client: string | null, now: number): number {
    const used = client === null ? undefined : this.used.get(client)
    return used ? used.ms * 0.5 ** ((now - used.at) / HALF_LIFE) : 0
  }
}

const MOST_REMEMBERED = 1000
const FORGOTTEN = 10 * HALF_LIFE
