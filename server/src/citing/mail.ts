/** Titles as a mail: what each is, where its copies stand, and its page. Nothing in it is anybody's own words. */
import { isInNow } from '@catalex/core/copies'
import type { Language } from '@catalex/core/languages'
import { recordsByControlNumber, type StoredRecord } from '../catalogue/index.ts'
import { copiesOf, type CopyNow } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { texts } from '../texts/index.ts'

interface Mailing {
  source: Queryable
  libraries: Libraries
  titles: readonly string[]
  language: Language
  /** In local time. */
  minute: string
  /** Where pages are; null where nobody has said. */
  publicAddress: string | null
}

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
  const say = texts.getFixedT(language, 'mail')
  const [found, copies] = await Promise.all([
    recordsByControlNumber(source, titles),
    copiesOf(source, libraries, { controlNumbers: titles }, minute),
  ])
  const records = titles.flatMap((number) => found.find(({ controlNumber }) => controlNumber === number) ?? [])
  const placeOf = ({ branch, collection, stored, ...copy }: CopyNow) =>
    `   ${libraries.branch(branch)?.name ?? branch}, ${libraries.collection(branch, collection)?.name ?? collection}: ${stored.callText} (${isInNow(copy) ? say('available') : say('unavailable')})`
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
      ...(own.length === 0 ? [`   ${say('noCopy')}`] : inFirst.slice(0, MOST_PLACES).map(placeOf)),
      ...(publicAddress === null ? [] : [`   ${publicAddress}/titles/${encodeURIComponent(controlNumber)}`]),
    ].join('\n')
  }
  return {
    subject: say('subject', { count: records.length, library: libraries.library.name }),
    text: `${records.map(entry).join('\n\n')}\n\n${say('sent')}\n`,
  }
}
