/** The world in which histories are played: small, with readers of one category and titles of few copies, so that queues form. */
import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { momentOf, type Moment } from '@catalex/server/circulation'
import { Database } from '@catalex/server/database'
import { Libraries } from '@catalex/server/libraries'
import { commandsOn, type Commands } from '@catalex/server/writing'
import { addReaders } from '@catalex/demo/world'
import { DateTime } from 'luxon'
import { catalex, DAY, loadWorld } from '../served/server.ts'

export interface Played {
  database: Database
  libraries: Libraries
  commands: Commands
  /** Numbers of the readers. */
  readers: number[]
  cards: string[]
  /** By control number, their copies. */
  titles: Map<string, string[]>
  /** Loads the world's files anew, as every night, or a list of copies whose status has changed. */
  load(at: DateTime, list?: string): Promise<void>
  close(): Promise<void>
}

/** @param folder made anew; in memory, where there is such a place, a step is as fast as it can be */
export async function worldFor(folder: string, size: { titles: number; readers: number; played: number }): Promise<Played> {
  rmSync(folder, { recursive: true, force: true })
  const [world, data] = [join(folder, 'world'), join(folder, 'catalex.sqlite')]
  const cards = Array.from({ length: size.readers }, (_, i) => String(70_000_000 + i))
  loadWorld(['--titles', String(size.titles), '--branches', '14', '--seed', 'histories', '--today', DAY], { world, data }, () => {
    addReaders(world, cards.map((card) => ({ card, pin: '2468', name: `Reader ${card}`, category: 'adult', homeBranch: 'ferrygate', expires: '2999-01-01', owed: '0', standIn: 'yes' }))) // prettier-ignore
  })
  const database = await Database.open(data)
  const libraries = await Libraries.load(database)
  const rows = await database.read<{ controlNumber: string; barcodes: string }>(
    `SELECT controlNumber, json_group_array(barcode) AS barcodes FROM records JOIN copies ON recordId = records.id
     WHERE carrier = 'book' AND copies.system = 'pslib' AND useRule IS NULL AND collection IN ('fiction', 'nonfic') AND copies.status = 'on shelf'
       AND setNumber IS NULL AND barcode NOT IN (SELECT barcode FROM loans) AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets)
       AND records.id NOT IN (SELECT recordId FROM copies WHERE system <> 'pslib')
     GROUP BY records.id ORDER BY count(*), records.id LIMIT $most`,
    { most: size.played },
  )
  const readers = await database.read<{ id: number }>("SELECT id FROM readers WHERE card LIKE '7000%' ORDER BY id")
  return {
    database,
    libraries,
    commands: commandsOn(database, libraries),
    readers: readers.map(({ id }) => id),
    cards,
    titles: new Map(rows.map(({ controlNumber, barcodes }) => [controlNumber, JSON.parse(barcodes) as string[]])),
    load: async (at, list) => {
      if (list !== undefined) writeFileSync(join(folder, 'today.csv'), list)
      const files = list === undefined ? ['--world', world] : [join(folder, 'today.csv')]
      if (catalex('load', ...files, '--data', data, '--clock', at.toISO({ includeOffset: false }) ?? '') !== 0)
        throw new Error('The files could not be loaded.')
      await libraries.refresh(database)
    },
    close: () => database.close(),
  }
}

export const momentFrom = (time: DateTime): Moment => momentOf(time)
export const startOf = ({ libraries }: Played): DateTime => DateTime.fromISO(`${DAY}T11:20`, { zone: libraries.library.timeZone })
