/** A mix of searches asked of a server of its own over HTTP, each client from an address of its own. */
import type { SearchQuery } from '@catalex/contract/search'
import { ADDRESS, startServer } from '../served/server.ts'
import { Visitor } from '../served/visitor.ts'
import { together } from './clients.ts'
import { timesOf, type Times } from './measure.ts'

/** Seconds that are not counted. */
const WARMING = 3

interface Served {
  runs: { clients: number; perSecond: number; times: Times }[]
  /** Of the server, in MB. */
  memory: number
}

export async function served(
  mix: readonly Partial<SearchQuery>[],
  data: string,
  { seconds, clients }: { seconds: number; clients: readonly number[] },
): Promise<Served> {
  const paths = mix.map((asked) => `/api/search?${queryString(asked)}`)
  const server = await startServer(data)
  try {
    const runs: Served['runs'] = []
    for (const count of clients) {
      await ask(paths, count, WARMING)
      const { samples, perSecond } = await ask(paths, count, seconds)
      runs.push({ clients: count, perSecond, times: timesOf(samples.map(({ ms }) => ms)) })
    }
    return { runs, memory: server.memory() }
  } finally {
    await server.kill()
  }
}

function ask(paths: readonly string[], clients: number, seconds: number) {
  const visitors = Array.from({ length: clients }, (_, i) => new Visitor(ADDRESS, `127.0.0.${String(i + 1)}`))
  return together(paths, clients, seconds * 1000, async (path, client) => {
    const status = (await visitors[client]?.get(path))?.status
    if (status !== 200) throw new Error(`${path} answered ${String(status)}.`)
  })
}

function queryString(asked: Partial<SearchQuery>): string {
  const values = Object.entries(asked).flatMap(([name, value]) => [value].flat().map((one): [string, string] => [name, String(one)]))
  return new URLSearchParams(values).toString()
}
