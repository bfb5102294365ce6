/** The agenda of the demo: what is due comes in its order, however it is kept. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { Agenda, dropAll, TASKS, tasksOf, type Task } from '../src/backroom/agenda.ts'
import { Database, migrate } from '../src/database/index.ts'

let folder: string
let database: Database
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'catalex-agenda-'))
  database = await Database.open(join(folder, 'agenda.sqlite'))
  await migrate(database)
})
afterAll(async () => {
  await database.close()
  rmSync(folder, { recursive: true, force: true })
})

const UNTIL = '2026-11-25T13:30:00.000Z'
const minute = (at: number) => `2026-11-25T${String(10 + Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}:00.000Z`
const kinds = fc.constantFrom('travel', 'return', 'collect') satisfies fc.Arbitrary<Task['kind']>
const task = fc.record({
  kind: kinds,
  subject: fc.nat(40).map(String),
  at: fc.nat(39).map((sixth) => minute(sixth * 6)),
  detail: fc.nat(),
})
const act = fc.oneof(
  { weight: 4, arbitrary: task.map((planned) => ({ act: 'plan' as const, planned })) },
  { weight: 15, arbitrary: fc.constant({ act: 'take' as const }) },
  { weight: 1, arbitrary: fc.record({ act: fc.constant('drop' as const), kind: kinds, subject: fc.nat(40).map(String) }) },
  { weight: 1, arbitrary: fc.record({ act: fc.constant('drop elsewhere' as const), kind: kinds, subject: fc.nat(40).map(String) }) },
)

const inOrder = (tasks: Iterable<Task>) =>
  [...tasks].sort((a, b) => (`${a.at} ${a.kind} ${a.subject}` < `${b.at} ${b.kind} ${b.subject}` ? -1 : 1))

test('whatever is planned, dropped and taken: the first that is due is taken, a task stands for one matter, and what is left is kept', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(task, { minLength: 150, maxLength: 250 }),
      fc.array(act, { minLength: 60, maxLength: 200 }),
      async (before, acts) => {
        // One entry a matter, the last that was said of it.
        const model = new Map<string, Task>()
        const matter = ({ kind, subject }: Pick<Task, 'kind' | 'subject'>) => `${kind} ${subject}`
        await database.write(async (write) => {
          await write.run('DELETE FROM agenda')
          const agenda = new Agenda(write, 7)
          for (const planned of before) {
            agenda.plan(planned)
            model.set(matter(planned), planned)
          }
          for (const next of acts) {
            if (next.act === 'plan') {
              agenda.plan(next.planned)
              model.set(matter(next.planned), next.planned)
            } else if (next.act === 'drop') {
              agenda.drop(next)
              model.delete(matter(next))
            } else if (next.act === 'drop elsewhere') {
              await agenda.writeDown()
              await dropAll(write, [next])
              model.delete(matter(next))
            } else {
              const [first] = inOrder([...model.values()].filter(({ at }) => at <= UNTIL))
              expect(await agenda.takeNext(UNTIL)).toEqual(first ?? null)
              if (first) model.delete(matter(first))
            }
          }
          await agenda.writeDown()
        })
        const kept = (await Promise.all(TASKS.map((kind) => tasksOf(database, kind)))).flat()
        expect(inOrder(kept)).toEqual(inOrder(model.values()))
      },
    ),
    { numRuns: 60 * inject('runFactor') },
  )
})
