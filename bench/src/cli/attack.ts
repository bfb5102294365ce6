#!/usr/bin/env node
/** Attacks a server of its own on this machine, and reports what it held and what it took. */
import { join } from 'node:path'
import { Command } from 'commander'
import { forSeconds, lendable, signedIn, storm, type Storm } from '../attack/storm.ts'
import { ADDRESS, prepare, startServer } from '../attack/server.ts'
import { Visitor } from '../attack/visitor.ts'
import { beside, BEYOND, WORST } from '../attack/worst.ts'

const options = new Command('attack')
  .option('--titles <number>', 'size of the world', '12000')
  .option('--seconds <number>', 'how long each storm lasts', '20')
  .option('--only <names...>', 'some of: storm, worst')
  .parse()
  .opts<{ titles: string; seconds: string; only?: string[] }>()

const data = prepare(join('var', 'attack', options.titles), Number(options.titles))
const wanted = (name: string) => options.only?.includes(name) ?? true
const ms = ({ p50, p95 }: { p50: number; p95: number }) => `p50 ${p50.toFixed(0)} ms, p95 ${p95.toFixed(0)} ms`

if (wanted('storm')) await storms(Number(options.seconds))
if (wanted('worst')) await worst(Number(options.seconds))

/** What a query costs by itself, and what fifty clients who ask nothing else do to one who searches plainly. */
async function worst(seconds: number): Promise<void> {
  const server = await startServer(data)
  const visitor = new Visitor(ADDRESS)
  await visitor.search('tide')
  for (const [name, q] of Object.entries({ plain: 'salt ledger', ...WORST, ...BEYOND })) {
    const { status, ms } = await visitor.search(q)
    console.log(`${name.padEnd(26)} ${String(status)} in ${ms.toFixed(0)} ms`)
  }
  for (const from of ['127.0.0.1', '127.0.0.2']) {
    const { times, answered, statuses } = await beside(50, Object.values(WORST), from, forSeconds(seconds))
    const counts = [...statuses].map(([status, count]) => `${String(count)} x ${String(status)}`).join(', ')
    console.log(`50 clients with the worst queries: ${counts}`)
    console.log(`  a plain search from ${from === '127.0.0.1' ? 'the same' : 'another'} address: ${ms(times)}, ${String(answered)} answers`)
  }
  console.log(`  resident ${server.memory().toFixed(0)} MB`)
  await server.kill()
}

async function storms(seconds: number): Promise<void> {
  const server = await startServer(data)
  const writers = await signedIn(20)
  const records = await lendable()
  const say = (what: string, { changes, searches, errors, changeTimes, searchTimes }: Storm) => {
    console.log(`${what}: ${String(errors)} errors`)
    if (changes > 0) console.log(`  changes  ${(changes / seconds).toFixed(0)}/s, ${ms(changeTimes)}`)
    if (searches > 0) console.log(`  searches ${(searches / seconds).toFixed(0)}/s, ${ms(searchTimes)}`)
  }
  const run = (readers: number, searchers: number, time = seconds) => storm(writers.slice(0, readers), searchers, records, forSeconds(time))
  await run(2, 2, 2)
  say('one reader, nobody else', await run(1, 0))
  say('20 searchers alone', await run(0, 20))
  say('one reader beside 20 searchers', await run(1, 20))
  say('20 readers beside 20 searchers', await run(20, 20))
  console.log(`  resident ${server.memory().toFixed(0)} MB`)
  await server.kill()
}
