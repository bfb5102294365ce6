/** Titles as a mail: what each is, where its copies stand, and its page. Nothing in it is anybody's own words. */
import { isInNow } from '@catalex/core/copies'
import { recordsByControlNumber, type StoredRecord } from '../catalogue/index.ts'
import { copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'

interface Mailing {
  source: Queryable
  libraries: Libraries
  titles: readonly string[]
  language: 'en' | 'de'
  /** In local time. */
  minute: string
  /** Where pages are; null where nobody has said. */
  publicAddress: string | null
}

const WORDS = {
  en: { subject: (count: number, from: string) => `${String(count)} ${count === 1 ? 'title' : 'titles'} from ${from}`, inNow: 'in now', out: 'out', none: 'No copy at present', sent: 'Somebody asked for these titles to be sent here. What is in changes by the minute.' }, // prettier-ignore
  de: { subject: (count: number, from: string) => `${String(count)} Titel aus ${from}`, inNow: 'da', out: 'verliehen', none: 'Zurzeit kein Exemplar', sent: 'Jemand hat darum gebeten, diese Titel hierher zu senden. Was da ist, ändert sich von Minute zu Minute.' }, // prettier-ignore
} as const

/** Places that are named of each title. */
const MOST_PLACES = 5

export async function titlesMail({
  source,
  libraries,
  titles,
  language,
  minute,
  publicAddress,
}: Mailing): Promise<{ subject: string; text: string }> {
  const words = WORDS[language]
  const [found, copies] = await Promise.all([
    recordsByControlNumber(source, titles),
    copiesOf(source, libraries, { controlNumbers: titles }, minute),
  ])
  const records = titles.flatMap((number) => found.find(({ controlNumber }) => controlNumber === number) ?? [])
  const placeOf = ({ branch, collection, stored, ...copy }: CopyNow) =>
    `   ${libraries.branch(branch)?.name ?? branch}, ${libraries.collection(branch, collection)?.name ?? collection}: ${stored.callText} (${isInNow(copy) ? words.inNow : words.out})`
  const entry = ({ controlNumber, record }: StoredRecord, i: number) => {
    const own = copies.filter((copy) => copy.controlNumber === controlNumber)
    const inFirst = [...own.filter(isInNow), ...own.filter((copy) => !isInNow(copy))]
    return [
      `${String(i + 1)}. ${[record.title, record.remainder].filter(Boolean).join(': ')}`,
      `   ${[
        record.people
          .map(({ spoken }) => spoken)
          .slice(0, 3)
          .join(', '),
        record.year,
      ]
        .filter(Boolean)
        .join(', ')}`,
      ...(own.length === 0 ? [`   ${words.none}`] : inFirst.slice(0, MOST_PLACES).map(placeOf)),
      ...(publicAddress === null ? [] : [`   ${publicAddress}/titles/${encodeURIComponent(controlNumber)}`]),
    ].join('\n')
  }
  return {
    subject: words.subject(records.length, libraries.library.name),
    text: `${records.map(entry).join('\n\n')}\n\n${words.sent}\n`,
  }
}
