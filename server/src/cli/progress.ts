/** A bar on a terminal; nothing where there is none. */
import { SingleBar } from 'cli-progress'

/** @param format as cli-progress has it: {value}, {total} */
export async function withBar<T>(format: string, total: number, work: (tick: (done: number) => void) => Promise<T>): Promise<T> {
  if (!process.stdout.isTTY) return work(() => undefined)
  const bar = new SingleBar({ format })
  bar.start(total, 0)
  try {
    return await work((done) => {
      bar.update(done)
    })
  } finally {
    bar.stop()
  }
}
