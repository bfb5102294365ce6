/** The agenda: what will happen in the world of the demo, and when; kept beside the catalogue, so that nothing happens twice. */
import type { Queryable, Write } from '../database/index.ts'

export const TASKS = ['day', 'travel', 'return', 'collect', 'borrow', 'find', 'ask', 'answer'] as const
export type TaskKind = (typeof TASKS)[number]

export interface Task {
  kind: TaskKind
  /** What it is about: a barcode, the number of a hold, or the code of a request. */
  subject: string
  /** ISO time, UTC. */
  at: string
  detail: unknown
}

type Which = Pick<Task, 'kind' | 'subject'>

const keyOf = ({ kind, subject }: Which) => `${kind} ${subject}`
/** By time; at one time as they are kept. */
const isBefore = (one: Task, other: Task) => (one.at === other.at ? keyOf(one) < keyOf(other) : one.at < other.at)

/**
 * The agenda in one transaction. A day has hundreds of tasks, most of which plan the next: what is planned and done stays in
 * hand until somebody asks the database, and is written down together.
 */
export class Agenda {
  /** Due, in their order; the first is the first of all. */
  private due: Task[] = []
  /** Read were those that are due until then, ISO time, and before the last of so many. */
  private until = ''
  private last: Task | null = null
  private readonly planned = new Map<string, Task>()
  private readonly done = new Map<string, Which>()

  /** @param atOnce so many due tasks are read at once */
  constructor(
    private readonly write: Write,
    private readonly atOnce = 60,
  ) {}

  /** In the place of the one of the same kind about the same. */
  plan(task: Task): void {
    const key = keyOf(task)
    this.planned.set(key, task)
    this.due = this.due.filter((other) => keyOf(other) !== key)
    if (!this.isRead(task)) return
    const place = this.due.findIndex((other) => isBefore(task, other))
    this.due.splice(place === -1 ? this.due.length : place, 0, task)
  }

  /** Takes the first task that is due until then, the same time for all of a transaction. */
  async takeNext(until: string): Promise<Task | null> {
    if (this.due.length === 0) await this.readDue(until)
    const task = this.due.shift()
    if (!task) return null
    this.drop(task)
    return task
  }

  drop({ kind, subject }: Which): void {
    const key = keyOf({ kind, subject })
    this.due = this.due.filter((other) => keyOf(other) !== key)
    this.planned.delete(key)
    this.done.set(key, { kind, subject })
  }

  /** Before anybody asks the database, or changes it, for themselves. */
  async writeDown(): Promise<void> {
    if (this.done.size > 0) await dropAll(this.write, [...this.done.values()])
    if (this.planned.size > 0) await planAll(this.write, [...this.planned.values()])
    this.done.clear()
    this.planned.clear()
    this.due = []
    this.until = ''
  }

  private isRead(task: Task): boolean {
    return task.at <= this.until && (this.last === null || isBefore(task, this.last))
  }

  private async readDue(until: string): Promise<void> {
    await this.writeDown()
    const rows = await this.write.read<Task & { detail: string }>(
      'SELECT kind, subject, at, detail FROM agenda WHERE at <= $until ORDER BY at, kind, subject LIMIT $most',
      { until, most: this.atOnce },
    )
    this.due = rows.map((row) => ({ ...row, detail: JSON.parse(row.detail) as unknown }))
    this.until = until
    this.last = this.due.at(this.atOnce - 1) ?? null
  }
}
export const dropAll = (write: Write, tasks: readonly Which[]): Promise<void> =>
  write.run("DELETE FROM agenda WHERE (kind, subject) IN (SELECT value ->> 'kind', value ->> 'subject' FROM json_each($tasks))", {
    tasks: JSON.stringify(tasks),
  })

export const planAll = (write: Write, tasks: readonly Task[]): Promise<void> =>
  write.run(
    `INSERT OR REPLACE INTO agenda (kind, subject, at, detail)
     SELECT value ->> 'kind', value ->> 'subject', value ->> 'at', json_extract(value, '$.detail') FROM json_each($tasks)`,
    { tasks: JSON.stringify(tasks.map((task) => ({ ...task, detail: JSON.stringify(task.detail) }))) },
  )

/** Until when all that was due has happened; null before anything has. */
export async function livedUntil(source: Queryable): Promise<string | null> {
  const [row] = await source.read<{ at: string }>('SELECT at FROM worldTime')
  return row?.at ?? null
}

export const noteLived = (write: Write, at: string): Promise<void> =>
  write.run('INSERT INTO worldTime (only, at) VALUES (1, $at) ON CONFLICT (only) DO UPDATE SET at = max(at, excluded.at)', { at })

export async function tasksOf(source: Queryable, kind: TaskKind): Promise<Task[]> {
  const rows = await source.read<Task & { detail: string }>('SELECT kind, subject, at, detail FROM agenda WHERE kind = $kind ORDER BY at', { kind }) // prettier-ignore
  return rows.map((row) => ({ ...row, detail: JSON.parse(row.detail) as unknown }))
}
