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

/** In the place of the one of the same kind about the same. */
export const plan = (write: Write, { kind, subject, at, detail }: Task): Promise<void> =>
  write.run('INSERT OR REPLACE INTO agenda (kind, subject, at, detail) VALUES ($kind, $subject, $at, $detail)', {
    kind,
    subject,
    at,
    detail: JSON.stringify(detail),
  })

export const planAll = (write: Write, tasks: readonly Task[]): Promise<void> =>
  write.run(
    `INSERT OR REPLACE INTO agenda (kind, subject, at, detail)
     SELECT value ->> 'kind', value ->> 'subject', value ->> 'at', json_extract(value, '$.detail') FROM json_each($tasks)`,
    { tasks: JSON.stringify(tasks.map((task) => ({ ...task, detail: JSON.stringify(task.detail) }))) },
  )

/** Takes the first task that is due until then. */
export async function takeNext(write: Write, until: string): Promise<Task | null> {
  const [row] = await write.read<Task & { detail: string }>(
    `DELETE FROM agenda WHERE (kind, subject) = (SELECT kind, subject FROM agenda WHERE at <= $until ORDER BY at, kind, subject LIMIT 1)
     RETURNING kind, subject, at, detail`,
    { until },
  )
  return row ? { ...row, detail: JSON.parse(row.detail) as unknown } : null
}

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
