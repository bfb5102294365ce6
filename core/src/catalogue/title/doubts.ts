/** Where the joining of records into works is doubtful: joined on little, or parted on little. */
import type { BibRecord } from './record.ts'
import { workKey, workKeyParts } from './work.ts'

export interface Doubt {
  /** Why somebody should look. */
  reason: 'joined by title alone' | 'joined though only some are fiction' | 'parted by dates that some records lack'
  records: { controlNumber: string; title: string }[]
}

type Seen = Pick<BibRecord, 'controlNumber' | 'title' | 'publisher' | 'fiction'> & { work: string; author: string; born: string | null }

/** Takes records one by one, of a catalogue of any size; keeps of each what it needs. */
export class DoubtFinder {
  private readonly groups = new Map<string, Seen[]>()

  add(title: BibRecord): void {
    const { kind, author, born, wording } = workKeyParts(title)
    const loose = [kind, author, wording].join('|')
    const { controlNumber, publisher, fiction } = title
    const seen = { controlNumber, title: title.title, publisher, fiction, work: workKey(title), author, born }
    const group = this.groups.get(loose)
    if (group) group.push(seen)
    else this.groups.set(loose, [seen])
  }

  doubts(): Doubt[] {
    return [...this.groups.values()].filter((group) => group.length > 1).flatMap(doubtsIn)
  }
}

function doubtsIn(group: readonly Seen[]): Doubt[] {
  const works = new Map<string, Seen[]>()
  for (const seen of group) works.set(seen.work, [...(works.get(seen.work) ?? []), seen])
  const doubts: Doubt[] = []
  for (const records of works.values()) {
    if (records.length < 2) continue
    if (records[0]?.author === '' && differ(records, ({ publisher }) => publisher)) doubts.push(doubt('joined by title alone', records))
    if (differ(records, ({ fiction }) => fiction)) doubts.push(doubt('joined though only some are fiction', records))
  }
  if (works.size > 1 && group.some(({ born }) => born === null)) doubts.push(doubt('parted by dates that some records lack', group))
  return doubts
}

/** Whether they say different things; saying nothing contradicts nobody. */
const differ = (records: readonly Seen[], of: (seen: Seen) => unknown): boolean =>
  new Set(records.map(of).filter((value) => value !== null)).size > 1

const doubt = (reason: Doubt['reason'], records: readonly Seen[]): Doubt => ({
  reason,
  records: records.map(({ controlNumber, title }) => ({ controlNumber, title })),
})
