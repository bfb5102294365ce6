/** A bar on a terminal; nothing where there is none. */
import { SingleBar } from 'cli-progress'

export type Tick = (done: number, said?: string) => void

/** @param format as cli-progress has it: {value}, {total}, {percentage}, {eta_formatted}, and {said} for words that go along */
export async function withBar<T>(format: string, total: number, work: (tick: Tick) => Promise<T>): Promise<T> {
  if (!process.stdout.isTTY) return work(() => undefined)
  const bar = new SingleBar({ format, etaBuffer: 50 })
  bar.start(total, 0, { said: '' })
  try {
    return await work((done, said = '') => {
      bar.update(done, { said })
    })
  } finally {
    bar.stop()
  }
}
