#!/usr/bin/env node
/** The catalex command: load a library's files, serve the catalogue. */
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Command } from 'commander'
import { backup, restore } from './commands/backup.ts'
import { check } from './commands/check.ts'
import { checkWorld } from './commands/checkWorld.ts'
import { exportRecords } from './commands/export.ts'
import { indexing } from './commands/indexing.ts'
import { load } from './commands/load.ts'
import { courier } from './commands/courier.ts'
import { errorInWords } from './sentences.ts'
import { outbox } from './commands/outbox.ts'
import { requests } from './commands/requests.ts'
import { rules } from './commands/rules.ts'
import { serve } from './commands/serve.ts'
import { sip2 } from './commands/sip2.ts'
import { standinLending } from './commands/standinLending.ts'
import { watch } from './commands/watch.ts'
import { works } from './commands/works.ts'

const { version } = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { version: string }
const program = new Command('catalex').description('A catalogue of physical items for a consortium of libraries').version(version)

program
  .command('load')
  .description('Load MARC 21 records (ISO 2709 or MARCXML) and lists of copies (CSV), or with --world everything that a library writes')
  .argument('[files...]', 'MARC files; *.csv: barcode, status, due')
  .option('--world <folder>', 'folder with library.json, policies.json, readers.csv, loans.csv, holds.csv and *.mrc or *.xml')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .option('--report <file>', 'write the full report as JSON')
  .option('--strict', 'end with 2 where anything was refused or odd; else with 0, and with 1 where nothing could be read')
  .option('--clock <time>', 'as if it were this local time, where the clock of the demo has been moved on')
  .option('--watch <folder>', 'take each file that comes into this folder, and move it to "done" or "refused"')
  .action(
    async (
      files: string[],
      options: { data: string; watch?: string; world?: string; report?: string; strict?: boolean; clock?: string },
    ) => {
      if (options.watch === undefined) process.exitCode = await load(files, options)
      else await watch(options.watch, options)
    },
  )

program
  .command('check-world')
  .description('Name every fault in the files of a library’s world without loading them; ends with 1 if there is any')
  .argument('<folder>', 'folder with library.json, policies.json and the rest')
  .action(async (folder: string) => {
    process.exitCode = await checkWorld(folder)
  })

program
  .command('rules')
  .description('Say which rules can never decide, contradict others or leave cases open; or with --try which line decides')
  .argument('[asked...]', 'with --try: a card or a category, a barcode, a pickup location')
  .option('--check', 'look at the tables; this is what is done without --try')
  .option('--try', 'say which line decides about a reader and a copy, and why')
  .option('--world <folder>', 'the rules of these files instead of those of the database')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(async (asked: string[], options: { data: string; world?: string; check?: boolean; try?: boolean }) => {
    process.exitCode = await rules(asked, options)
  })

program
  .command('courier')
  .description('Say what the timetable leaves out; or, asked for two places, when and how a copy would get there')
  .argument('[asked...]', 'a branch or "branch/collection", and a pickup location')
  .option('--check', 'look at the whole timetable; this is what is done where no places are asked for')
  .option('--at <time>', 'from this minute on, "2026-11-25T11:20"')
  .option('--world <folder>', 'the timetable of these files instead of that of the database')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(async (asked: string[], options: { data: string; world?: string; at?: string }) => {
    process.exitCode = await courier(asked, options)
  })

program
  .command('export')
  .description('Write records into a file as they would be loaded again: ISO 2709, or MARCXML for *.xml')
  .argument('<file>', 'where to')
  .option('--cql <query>', 'only what this query in CQL finds, in its order')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(exportRecords)

program
  .command('index')
  .description('Build the search index anew in the file beside the database, or compare it with the database')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .option('--check', 'compare, and name what differs')
  .action(indexing)

program
  .command('works')
  .description('Name the works whose joining of records is doubtful')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .option('--report <file>', 'write all of them as JSON')
  .action(works)

program
  .command('outbox')
  .description('Show what readers wrote to the staff, newest first')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .option('--most <number>', 'how many', '20')
  .action(outbox)

program
  .command('requests')
  .description('List what readers ask for beside holds, or say what comes of one of them')
  .argument('[reference]', 'of the request that is answered')
  .option('--to <state>', 'on its way, ready, with reader, done, declined; asked, of another library elsewhere')
  .option('--partner <name>', 'the library elsewhere that answers or sends')
  .option('--reason <reason>', 'why it is declined: not lent, not found, not allowed, not bought')
  .option('--day <date>', 'when it is expected, or due back: 2026-12-04')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(requests)

program
  .command('sip2')
  .description('Ask the lending system of the settings CATALEX_SIP2_…, as the bridge does; without more, whether it answers')
  .option('--copy <barcode>', 'what it says of a copy')
  .option('--card <number>', 'what it says of a reader; with --check-out, to whom')
  .option('--check-in <barcode>', 'take a copy back')
  .option('--check-out <barcode>', 'lend a copy')
  .action(sip2)

program
  .command('standin-lending')
  .description('A small lending system to try the bridge with: it knows the copies and readers of a database, and answers SIP 2.00')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .option('--port <number>', 'port', '6001')
  .option('--state <file>', 'where it keeps what it does', 'var/standin-lending.json')
  .option('--clock <time>', 'set the clock to this local time at start')
  .action(standinLending)

program
  .command('backup')
  .description('Write the database into one file, also while it is served, and check that file')
  .argument('<file>', 'where to')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(backup)

program
  .command('restore')
  .description('Put a backup in the place of the database; nobody may be using it')
  .argument('<file>', 'a file that "catalex backup" wrote')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(restore)

program
  .command('check')
  .description('Check the database, its holds, and the index against it: 0 when all is well, 1 with faults, 2 when it can’t be checked')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .action(async (options: { data: string }) => {
    process.exitCode = await check(options)
  })

program
  .command('serve')
  .description('Serve the catalogue over HTTP')
  .option('--data <file>', 'database', 'var/catalex.sqlite')
  .option('--port <number>', 'port', process.env.PORT ?? '4280')
  .option('--host <address>', 'address to listen at', process.env.HOST ?? '127.0.0.1')
  .option('--pages <folder>', 'the built web application', fileURLToPath(new URL('../../../web/dist', import.meta.url)))
  .option('--threads <number>', 'threads that search; 0 to search in the one that serves', process.env.CATALEX_THREADS ?? '2')
  .option('--demo', 'show the sample cards at sign-in')
  .option('--clock <time>', 'set the clock to this local time at start (demo and tests)')
  .option('--still', 'of the demo: nothing happens by itself until its clock is moved')
  .action((options) => serve({ ...options, version }))

program.parseAsync().catch((error: unknown) => {
  console.error(errorInWords(error))
  // Threads that have been started would keep the process.
  process.exit(1)
})
