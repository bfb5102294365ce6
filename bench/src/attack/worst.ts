/** The dearest queries that the limits allow, and those beyond them, beside somebody who searches plainly. */
import { timesOf, type Times } from '../search/measure.ts'
import { ADDRESS } from '../served/server.ts'
import { Visitor } from '../served/visitor.ts'

const letters = [...'abcdefghijklmnopqrstuvwxyz0123456789']
const prefixes = (count: number) =>
  Array.from({ length: count }, (_, i) => `${letters[i % 36] ?? ''}${i < 36 ? '' : (letters[(i * 7) % 26] ?? '')}*`)
const COMMON = [
  'the',
  'of',
  'a',
  'and',
  'in',
  'sea',
  'tide',
  'salt',
  'lamp',
  'house',
  'winter',
  'night',
  'song',
  'river',
  'history',
  'story',
]

/** Each within the limits. */
export const WORST: Record<string, string> = {
  'prefixes, any': prefixes(64).join(' OR '),
  'prefixes, all': prefixes(64).join(' '),
  'nothing but exclusions': prefixes(60).map((one) => `-${one}`).join(' '), // prettier-ignore
  'exclusions in one another': `${'-('.repeat(9)}a* b* c* d*${')'.repeat(9)}`,
  'common words, any': COMMON.join(' OR '),
  'a phrase of common words': `"${COMMON.join(' ')}"`,
  'a CQL chain': `title=a*${letters.map((letter) => ` or title=${letter}*`).join('')}`,
}

/** Each beyond them: refused at once. */
export const BEYOND: Record<string, string> = {
  'a chain of 1,900 clauses': `title=a${' and a'.repeat(1900)}`,
  '5,000 brackets': `title=a and ${'('.repeat(5000)}`,
  '200 prefixes': prefixes(200).join(' OR '),
  'exclusions 300 deep': '-('.repeat(300) + 'a',
  'one word 7,000 times': 'a '.repeat(7000),
}

export interface Plain {
  times: Times
  answered: number
  /** Answers to the costly queries by status. */
  statuses: Map<number, number>
}

/**
 * @param from address of the one who searches plainly; the others come from 127.0.0.1
 * @param until says when it is over
 */
export async function beside(clients: number, queries: readonly string[], from: string, until: () => boolean): Promise<Plain> {
  const statuses = new Map<number, number>()
  const attack = async (number: number) => {
    const visitor = new Visitor(ADDRESS)
    for (let turn = number; !until(); turn += 1) {
      const { status } = await visitor.search(queries[turn % queries.length] ?? '')
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
    }
  }
  const plain: number[] = []
  const ask = async () => {
    const visitor = new Visitor(ADDRESS, from)
    while (!until()) {
      const { status, ms } = await visitor.search('salt ledger')
      if (status === 200) plain.push(ms)
    }
  }
  await Promise.all([ask(), ...Array.from({ length: clients }, (_, i) => attack(i))])
  return { times: timesOf(plain), answered: plain.length, statuses }
}
