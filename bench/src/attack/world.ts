/** The world that is attacked, with readers enough. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { addReaders } from '@catalex/demo/world'
import { DAY, loadWorld } from '../served/server.ts'

export const READERS = 140
export const cardOf = (reader: number): string => String(70_000_000 + reader)
export const PIN = '2468'

export function prepare(folder: string, titles: number): string {
  const data = join(folder, 'catalex.sqlite')
  if (existsSync(data)) return data
  const world = join(folder, 'world')
  const size = ['--titles', String(titles), '--branches', '14', '--seed', 'attack', '--today', DAY]
  const readers = Array.from({ length: READERS }, (_, i) => ({
    card: cardOf(i),
    pin: PIN,
    name: `Attack Reader ${String(i)}`,
    category: 'adult',
    homeBranch: 'ferrygate',
    expires: '2029-01-01',
    owed: '0',
  }))
  loadWorld(size, { world, data }, () => {
    addReaders(world, readers)
    giveLoans(join(world, 'loans.csv'))
  })
  return data
}

const LOANS_EACH = 3

/** What nobody is known to have is theirs, so that they have something to renew. */
function giveLoans(file: string): void {
  const [head = '', ...rows] = readFileSync(file, 'utf8').split('\n')
  let given = 0
  const theirs = rows.map((row) => {
    const [barcode, card, ...more] = row.split(',')
    if (card !== '' || given >= READERS * LOANS_EACH) return row
    given += 1
    return [barcode, cardOf(given % READERS), ...more].join(',')
  })
  writeFileSync(file, [head, ...theirs].join('\n'))
}
