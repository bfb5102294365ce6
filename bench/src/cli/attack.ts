#!/usr/bin/env node
/** Attacks a server of its own on this machine, and reports what it held and what it took. */
import { spawnSync } from 'node:child_process'
import { cpSync, rmSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import { Command } from 'commander'
import { killAgainAndAgain, killMigrations } from '../attack/kill.ts'
import { prepare } from '../attack/world.ts'
import { ADDRESS, startServer, type Server } from '../served/server.ts'
import { blows, guessing, quiet } from '../attack/single.ts'
import { killWhileItLives } from '../attack/lived.ts'
import { forSeconds, lendable, signedIn, storm, type Storm } from '../attack/storm.ts'
import { Visitor } from '../served/visitor.ts'
import { askedFor, leavers, mails, unread } from '../attack/trust.ts'
import { beside, BEYOND, WORST } from '../attack/worst.ts'

const NAMES = ['single', 'worst', 'storm', 'trust', 'fuzz', 'kill', 'lived'] as const

const options = new Command('attack')
  .option('--titles <number>', 'size of the world', '12000')
  .option('--seconds <number>', 'how long each storm lasts', '60')
  .option('--kills <number>', 'how often the server is killed', '20')
  .option('--requests <number>', 'requests made up from the schemas', '20000')
  .option('--only <names...>', `some of: ${NAMES.join(', ')}`)
  .parse()
  .opts<{ titles: string; seconds: string; kills: string; requests: string; only?: string[] }>()

const ms = ({ p50, p95 }: { p50: number; p95: number }) => `p50 ${p50.toFixed(0)} ms, p95 ${p95.toFixed(0)} ms`
const seconds = Number(options.seconds)

const ATTACKS: Record<(typeof NAMES)[number], (data: string) => Promise<void>> = {
  single: (data) => onServer(data, single),
  worst: (data) => onServer(data, worst),
  storm: (data) => onServer(data, storms),
  trust,
  fuzz: (data) => onServer(data, fuzz),
  kill,
  lived,
}

const data = prepare(join('var', 'attack', options.titles), Number(options.titles))
for (const name of NAMES) {
  if (options.only && !options.only.includes(name)) continue
  console.log(`\n${name}`)
  await ATTACKS[name](data)
}

async function onServer(file: string, attack: (server: Server) => Promise<void>): Promise<void> {
  const server = await startServer(file)
  await attack(server)
  console.log(`  resident ${server.memory().toFixed(0)} MB`)
  await server.kill()
}

/** Requests that once stopped everything. */
async function single(): Promise<void> {
  console.log(`  a search when nothing else happens: ${ms(await quiet())}`)
  for (const { name, said, ms: took, others } of await blows())
    console.log(`  ${name.padEnd(44)} ${said.padEnd(20)} in ${took.toFixed(0)} ms; a search meanwhile ${others.toFixed(0)} ms at most`)
  const { lookedAt, made, rightAfterEighty, rightStatus } = await guessing()
  console.log(`  one card from ${String(made)} addresses: ${String(lookedAt)} tries looked at, the others refused`)
  console.log(`  after eighty failures from one address a right sign-in: ${String(rightStatus)} in ${rightAfterEighty.toFixed(0)} ms`)
}

/** What a query costs by itself, and what fifty clients who ask nothing else do to one who searches plainly. */
async function worst(): Promise<void> {
  const visitor = new Visitor(ADDRESS)
  await visitor.search('tide')
  for (const [name, q] of Object.entries({ plain: 'salt ledger', ...WORST, ...BEYOND })) {
    const { status, ms: took } = await visitor.search(q)
    console.log(`  ${name.padEnd(26)} ${String(status)} in ${took.toFixed(0)} ms`)
  }
  for (const from of ['127.0.0.1', '127.0.0.2']) {
    const { times, answered, statuses } = await beside(50, Object.values(WORST), from, forSeconds(Math.min(seconds, 20)))
    const counts = [...statuses].map(([status, count]) => `${String(count)} x ${String(status)}`).join(', ')
    console.log(`  50 clients with the worst queries: ${counts}`)
    console.log(`  a plain search from ${from === '127.0.0.1' ? 'the same' : 'another'} address: ${ms(times)}, ${String(answered)} answers`)
  }
}

async function storms(): Promise<void> {
  const writers = await signedIn(20)
  const records = await lendable()
  const say = (what: string, time: number, { changes, searches, errors, changeTimes, searchTimes }: Storm) => {
    console.log(`  ${what}: ${String(errors)} errors`)
    if (changes > 0) console.log(`    changes  ${(changes / time).toFixed(0)}/s, ${ms(changeTimes)}`)
    if (searches > 0) console.log(`    searches ${(searches / time).toFixed(0)}/s, ${ms(searchTimes)}`)
  }
  const run = (readers: number, searchers: number, time: number) => storm(writers.slice(0, readers), searchers, records, forSeconds(time))
  await run(2, 2, 2)
  const short = Math.min(seconds, 20)
  say('one reader, nobody else', short, await run(1, 0, short))
  say('20 searchers alone', short, await run(0, 20, short))
  say('one reader beside 20 searchers', short, await run(1, 20, short))
  say('20 readers beside 20 searchers', seconds, await run(20, 20, seconds))
  say(
    '10 readers who pause, look, renew and cancel beside 50 searchers',
    seconds,
    await storm(writers.slice(0, 10), 50, records, forSeconds(seconds), true),
  )
}

/** What may not be told, kept open, or sent in the library's name. */
async function trust(file: string): Promise<void> {
  const copy = `${dirname(file)}-trust`
  cpSync(dirname(file), copy, { recursive: true })
  const server = await startServer(join(copy, basename(file)), [], { CATALEX_PROXY: '1' })
  for (const { what, known, unknown, longer, statuses } of await askedFor(400)) {
    console.log(`  ${what}: of a card that there is ${ms(known)}, of none ${ms(unknown)}; each answered ${[...statuses].join(', ')}`)
    console.log(`    of two tries side by side the one of the card that there is took longer ${(longer * 100).toFixed(0)} times of 100`)
  }
  const { opened, afterwards } = await leavers(40)
  console.log(
    `  ${String(opened)} clients of one address behind a proxy asked for events and left at once: ${afterwards.join(', ')} for the next three`,
  )
  const { to, others, staff } = await mails(40)
  console.log(
    `  40 mails of titles to one address from forty others: ${String(to)} taken; to another one then ${String(others)}, a message to staff ${String(staff)}`,
  )
  const { octets, whole } = await unread(75)
  console.log(`  an export that nobody read for 75 seconds: ended after ${(octets / 1e6).toFixed(1)} of ${(whole / 1e6).toFixed(1)} MB`)
  await server.kill()
  rmSync(copy, { recursive: true })
}

/** Requests made up from the endpoints' schemas; the tests know how. */
async function fuzz(server: Server): Promise<void> {
  const before = server.memory()
  const { stdout, stderr, status } = spawnSync('npx', ['vitest', 'run', 'server/tests/fuzz.test.ts', '--disable-console-intercept'], {
    env: { ...process.env, CATALEX_FUZZ: options.requests, CATALEX_FUZZ_ADDRESS: ADDRESS },
    maxBuffer: 1 << 26,
  })
  const said = /FUZZ (.*)/.exec(stdout.toString())?.[1]
  if (status !== 0 || said === undefined) console.log(`  failed: ${stdout.toString().slice(-3000)}${stderr.toString().slice(-1000)}`)
  else {
    const { counts, slowest } = JSON.parse(said) as { counts: Record<string, number>; slowest: { ms: number; what: string } }
    const byStatus = new Map<string, number>()
    for (const [name, count] of Object.entries(counts)) {
      const code = name.split(' ')[1] ?? ''
      byStatus.set(code, (byStatus.get(code) ?? 0) + count)
    }
    console.log(`  ${[...byStatus].map(([code, count]) => `${String(count)} x ${code}`).join(', ')}`)
    console.log(`  the slowest took ${slowest.ms.toFixed(0)} ms: ${slowest.what.slice(0, 120)}`)
  }
  console.log(`  resident ${before.toFixed(0)} MB before`)
}

async function kill(file: string): Promise<void> {
  const { kills, acknowledged, lost, unsound, slowestStart } = await killAgainAndAgain(file, Number(options.kills))
  console.log(
    `  killed ${String(kills)} times: ${String(acknowledged)} changes acknowledged, ${String(lost)} lost; ${String(unsound)} checks not clean`,
  )
  console.log(`  the slowest start took ${slowestStart.toFixed(0)} ms`)
  const times = Math.min(kills, 10)
  console.log(
    `  killed ${String(times)} times while tables were brought up to date: ${String(await killMigrations(file, times))} checks not clean`,
  )
}

async function lived(file: string): Promise<void> {
  const { kills, acknowledged, lost, unsound } = await killWhileItLives(file, Math.min(Number(options.kills), 10))
  console.log(`  the demo’s world killed ${String(kills)} times: ${String(acknowledged)} copies checked in, ${String(lost)} lost; ${String(unsound)} checks not clean`) // prettier-ignore
}
