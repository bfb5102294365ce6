/** The clock: what time it is in the libraries' time zone, and what is to be done at a later time. */
import { DateTime, type DurationLike } from 'luxon'

export interface Clock {
  now(): DateTime
  /** Does the task when that time has come. @returns forgets the task */
  at(time: DateTime, task: () => void): () => void
}

/** A clock that somebody can move. */
export interface VirtualClock extends Clock {
  /** Moves time on; tasks whose time has come are done in their order, each at its own time. */
  advance(by: DurationLike): void
}

/** Timers of the machine take no longer spans than this many milliseconds. */
const LONGEST_WAIT = 2 ** 31 - 1

/** The machine's clock. */
export function machineClock(zone: string): Clock {
  return {
    now: () => DateTime.now().setZone(zone),
    at: (time, task) => waitUntil(() => time.diffNow().toMillis(), task),
  }
}

/** Waits in pieces, for times that are further away than a timer reaches. */
function waitUntil(left: () => number, task: () => void): () => void {
  let timer: NodeJS.Timeout
  const wait = () => {
    const span = left()
    timer = span <= LONGEST_WAIT ? setTimeout(task, Math.max(0, span)) : setTimeout(wait, LONGEST_WAIT)
    timer.unref()
  }
  wait()
  return () => {
    clearTimeout(timer)
  }
}

interface Task {
  time: DateTime
  task: () => void
}

/** A clock that was set at `start` when the process began, runs on from there and can be moved on. */
export function virtualClock(zone: string, start: string): VirtualClock {
  const set = DateTime.fromISO(start, { zone })
  if (!set.isValid) throw new Error(`"${start}" is no time that a clock can be set to.`)
  const begun = performance.now()
  let moved = 0
  let tasks: Task[] = []
  const now = () => set.plus(performance.now() - begun + moved)
  const forget = (one: Task) => {
    tasks = tasks.filter((other) => other !== one)
  }
  return {
    now,
    at: (time, task) => {
      const one = { time, task }
      tasks.push(one)
      const stop = waitUntil(
        () => time.diff(now()).toMillis(),
        () => {
          if (!tasks.includes(one)) return
          forget(one)
          task()
        },
      )
      return () => {
        forget(one)
        stop()
      }
    },
    advance: (by) => {
      const target = now().plus(by)
      for (let next = firstBefore(tasks, target); next; next = firstBefore(tasks, target)) {
        moved += Math.max(0, next.time.diff(now()).toMillis())
        forget(next)
        next.task()
      }
      moved += Math.max(0, target.diff(now()).toMillis())
    },
  }
}

function firstBefore(tasks: readonly Task[], time: DateTime): Task | undefined {
  return tasks.filter((task) => task.time <= time).sort((a, b) => a.time.toMillis() - b.time.toMillis())[0]
}
