/** Readers who place and cancel holds beside others who search: changes a second, and how long each side waits. */
import { timesOf } from '../search/measure.ts'
import { cardOf, PIN } from './world.ts'
import { ADDRESS } from '../served/server.ts'
import { Visitor } from '../served/visitor.ts'

export interface Storm {
  changes: number
  searches: number
  errors: number
  changeTimes: { p50: number; p95: number }
  searchTimes: { p50: number; p95: number }
  /** Holds that were acknowledged and not cancelled, by reader. */
  standing: Map<number, string[]>
  /** Holds whose cancelling was acknowledged. */
  cancelled: string[]
}

const WORDS = ['tide', 'lamp', 'harbour watch', 'salt', 'winter', 'the keeper', 'lighthouse', 'mill OR mills', 'river', 'song', 'sea']

/** Readers are signed in once: stretching a PIN is no part of a storm. */
export async function signedIn(readers: number): Promise<Visitor[]> {
  const visitors: Visitor[] = []
  for (let i = 0; i < readers; i += 1) {
    const visitor = new Visitor(ADDRESS)
    if (!(await visitor.signIn(cardOf(i), PIN))) throw new Error(`Reader ${String(i)} can't sign in.`)
    visitors.push(visitor)
  }
  return visitors
}

/** Records with copies that may be lent, found as anybody would find them. */
export async function lendable(): Promise<string[]> {
  const visitor = new Visitor(ADDRESS)
  const found: string[] = []
  for (let page = 1; found.length < 300 && page < 20; page += 1) {
    const { text } = await visitor.get(`/api/search?as=book&copies=sendable&size=100&page=${String(page)}`)
    found.push(...(JSON.parse(text) as { rows: { controlNumber: string }[] }).rows.map((row) => row.controlNumber))
  }
  return found
}

/** @param until says when it is over @param lingering whether writers pause what they place, let it go on, look at their card, and renew something before they cancel it */
export async function storm(
  writers: readonly Visitor[],
  searchers: number,
  records: readonly string[],
  until: () => boolean,
  lingering = false,
): Promise<Storm> {
  const changes: number[] = []
  const searches: number[] = []
  const standing = new Map<number, string[]>()
  const gone: string[] = []
  let errors = 0
  const note = (times: number[], { status, ms }: { status: number; ms: number }) => {
    if (until()) return
    if (status === 0 || status >= 500) errors += 1
    else times.push(ms)
  }
  const write = async (visitor: Visitor, reader: number) => {
    for (let turn = 0; !until(); turn += 1) {
      const record = records[(reader * 37 + turn * 11) % records.length]
      const placed = await visitor.ask('POST', '/api/holds', { records: [record], barcode: null, pickup: 'ferrygate' })
      note(changes, placed)
      if (placed.status !== 201) continue
      const { id } = JSON.parse(placed.text) as { id: string }
      standing.set(reader, [...(standing.get(reader) ?? []), id])
      // Of one that is being fetched already it is refused, which is an answer, too.
      if (lingering) for (const paused of [{ until: null }, null]) note(changes, await visitor.ask('POST', `/api/holds/${id}`, { paused }))
      if (lingering) await lookAndRenew(visitor, turn)
      const cancelled = await visitor.ask('DELETE', `/api/holds/${id}`)
      note(changes, cancelled)
      if (cancelled.status !== 200) continue
      gone.push(id)
      standing.set(reader, (standing.get(reader) ?? []).filter((one) => one !== id)) // prettier-ignore
    }
  }
  const lookAndRenew = async (visitor: Visitor, turn: number) => {
    const seen = await visitor.get('/api/card')
    note(changes, seen)
    const { loans } = JSON.parse(seen.text) as { loans: { barcode: string }[] }
    const loan = loans[turn % Math.max(1, loans.length)]
    if (loan) note(changes, await visitor.ask('POST', `/api/loans/${loan.barcode}/renewal`, {}))
  }
  const search = async (number: number) => {
    const visitor = new Visitor(ADDRESS)
    for (let turn = number; !until(); turn += 1) note(searches, await visitor.search(WORDS[turn % WORDS.length] ?? ''))
  }
  await Promise.all([...writers.map(write), ...Array.from({ length: searchers }, (_, i) => search(i))])
  return {
    changes: changes.length,
    searches: searches.length,
    errors,
    changeTimes: timesOf(changes),
    searchTimes: timesOf(searches),
    standing,
    cancelled: gone,
  }
}

export function forSeconds(seconds: number): () => boolean {
  const end = performance.now() + seconds * 1000
  return () => performance.now() > end
}
