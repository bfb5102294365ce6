/** The yardstick: a bare FTS5 table of the same texts in SQLite, asked for its ranked top 20 and nothing else. */
import type { BibRecord } from '@catalex/core/catalogue'
import { documentOf } from '@catalex/core/search'
import { Database } from '@catalex/server/database'

export interface Baseline {
  top20(match: string): Promise<unknown>
  /** Titles in which a word stands, to choose words by how common they are. */
  vocabulary(): Promise<{ term: string; doc: number }[]>
  close(): Promise<void>
}

const BATCH = 2000

export async function makeBaseline(catalogue: Database, file: string): Promise<Baseline> {
  const database = await Database.open(file)
  await database.write((write) =>
    write.run("CREATE VIRTUAL TABLE fts USING fts5(title, rest, content='', tokenize='unicode61 remove_diacritics 2')"),
  )
  for (let after = 0; ;) {
    const rows = await catalogue.read<{ id: number; record: string }>(
      'SELECT id, record FROM records WHERE id > $after ORDER BY id LIMIT $size',
      { after, size: BATCH },
    )
    const last = rows.at(-1)
    if (!last) break
    after = last.id
    const texts = rows.map(({ id, record }) => {
      const { title, ...rest } = documentOf(id, JSON.parse(record) as BibRecord, []).texts
      return [id, title.join(' . '), Object.values(rest).flat().join(' . ')]
    })
    await database.write((write) =>
      write.run('INSERT INTO fts (rowid, title, rest) SELECT value ->> 0, value ->> 1, value ->> 2 FROM json_each($rows)', {
        rows: JSON.stringify(texts),
      }),
    )
  }
  await database.write(async (write) => {
    await write.run("INSERT INTO fts (fts) VALUES ('optimize')")
    await write.run("CREATE VIRTUAL TABLE vocabulary USING fts5vocab(fts, 'row')")
  })
  return {
    top20: (match) => database.read('SELECT rowid FROM fts WHERE fts MATCH $match ORDER BY rank LIMIT 20', { match }),
    vocabulary: () =>
      database.read<{ term: string; doc: number }>(
        "SELECT term, doc FROM vocabulary WHERE length(term) > 2 AND term GLOB '[a-z]*' ORDER BY doc DESC",
      ),
    close: () => database.close(),
  }
}
