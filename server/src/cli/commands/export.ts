/** `catalex export`: records into a file, from which they can be loaded again; all, or those that a query finds. */
import { createWriteStream, existsSync, renameSync, rmSync } from 'node:fs'
import { once } from 'node:events'
import { MARCXML_NAMESPACE, writeIso2709, writeMarcXml, type MarcRecord } from '@catalex/core/catalogue'
import { exportedAuthorities, exportedRecords } from '../../catalogue/index.ts'
import { Database } from '../../database/index.ts'
import { Libraries } from '../../libraries/index.ts'
import { SearchService } from '../../search/index.ts'
import { usableSnapshot } from './indexing.ts'

interface Options {
  data: string
  cql?: string
}

/** The form follows from the name: *.xml is MARCXML, anything else ISO 2709. */
export async function exportRecords(file: string, { data, cql }: Options): Promise<void> {
  if (!existsSync(data)) throw new Error(`There is no database ${data}: load one with "catalex load --world FOLDER".`)
  const database = await Database.open(data)
  const unfinished = `${file}.new`
  try {
    const ids = cql === undefined ? null : await found(database, data, cql)
    const xml = file.toLowerCase().endsWith('.xml')
    const written = await writeAll(unfinished, xml, async function* () {
      yield* exportedRecords(database, ids)
      if (ids === null) yield* exportedAuthorities(database)
    })
    renameSync(unfinished, file)
    console.log(`Written: ${String(written.records)} records.`)
    for (const number of written.tooLong) console.log(`Not written: ${number} is longer than ISO 2709 allows; an export to *.xml has it.`)
  } finally {
    rmSync(unfinished, { force: true })
    await database.close()
  }
}

/** Numbers of the database of what a query in CQL finds, in its order. */
async function found(database: Database, data: string, cql: string): Promise<number[]> {
  const libraries = await Libraries.load(database)
  const snapshot = await usableSnapshot(database, libraries, data)
  const search = await SearchService.open({ database, libraries, today: () => '0001-01-01', ...(snapshot ? { snapshot } : {}), trouble: console.error }) // prettier-ignore
  await search.settled()
  return (await search.records(cql, 0, Number.MAX_SAFE_INTEGER)).recordIds
}

async function writeAll(
  file: string,
  xml: boolean,
  records: () => AsyncGenerator<MarcRecord>,
): Promise<{ records: number; tooLong: string[] }> {
  const stream = createWriteStream(file)
  const put = async (piece: string | Uint8Array) => {
    if (!stream.write(piece)) await once(stream, 'drain')
  }
  const tooLong: string[] = []
  let count = 0
  if (xml) await put(`<?xml version="1.0" encoding="UTF-8"?>\n<collection xmlns="${MARCXML_NAMESPACE}">\n`)
  for await (const record of records()) {
    const piece = xml ? `${writeMarcXml(record)}\n` : writeIso2709(record)
    if (piece === null) tooLong.push(record.fields.find(([tag]) => tag === '001')?.[1] ?? 'a record')
    else {
      await put(piece)
      count += 1
    }
  }
  if (xml) await put('</collection>\n')
  stream.end()
  await once(stream, 'finish')
  return { records: count, tooLong }
}
