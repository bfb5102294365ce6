/** Citations against the style manuals, files that are read back, and titles by mail. */
import type { Citations } from '@catalex/contract/citing'
import type { Problem } from '@catalex/contract/problem'
import type { BibRecord, Person } from '@catalex/core/catalogue'
import { CITATION_STYLES, cslItemOf, plainText, type CitationStyle, type CslItem } from '@catalex/core/citing'
import { parse } from 'csv-parse/sync'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { citationJs } from '../src/citing/formatting.ts'
import { citationsOf } from '../src/citing/index.ts'
import { recordsIn } from '../src/catalogue/index.ts'
import { keptMessages } from '../src/standins/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const person = (name: string, roles: string[] = [], more: Partial<Person> = {}): Person => ({ name, spoken: name.split(', ').reverse().join(' '), heading: name, dates: null, kind: 'person', roles, main: roles.length === 0, inScript: null, ...more }) // prettier-ignore
const record = (more: Partial<BibRecord>): BibRecord => ({
  controlNumber: 'x', carrier: 'book', title: '', remainder: null, responsibility: null, nonFiling: 0, uniformTitle: null, variantTitles: [], people: [],
  edition: null, place: 'Northmole', publisher: 'Gullwing', year: 2011, extent: null, series: [], subjects: [], genres: [], audience: null, fiction: null,
  languages: ['eng'], originalLanguage: null, contents: [], summary: null, notes: [], identifiers: [], titleInScript: null, otherScripts: [], online: [],
  ...more,
}) // prettier-ignore

/**
 * What each manual asks for, written out by hand; italics stand between asterisks. Vancouver leaves translators and narrators to whoever
 * cites (Citing Medicine, secondary authors), and names the kind of thing in brackets.
 */
const CITED: [what: string, of: BibRecord, cited: Record<CitationStyle, string>][] = [
  [
    'a book in a later edition, with a subtitle',
    record({ title: 'The salt ledger', remainder: 'accounts of a harbour', people: [person('Varrik, Odd')], edition: '2nd ed.', extent: '312 pages ; 24 cm' }), // prettier-ignore
    {
      apa: 'Varrik, O. (2011). *The salt ledger: Accounts of a harbour* (2nd ed.). Gullwing.',
      mla: 'Varrik, Odd. *The Salt Ledger: Accounts of a Harbour*. 2nd ed., Gullwing, 2011.',
      'chicago-author-date': 'Varrik, Odd. 2011. *The Salt Ledger: Accounts of a Harbour*. 2nd ed. Northmole: Gullwing.',
      'chicago-notes': 'Odd Varrik, *The Salt Ledger: Accounts of a Harbour*, 2nd ed. (Northmole: Gullwing, 2011).',
      harvard: 'Varrik, O. (2011) *The salt ledger: accounts of a harbour*. 2nd edn. Northmole: Gullwing.',
      vancouver: 'Varrik O. The salt ledger: accounts of a harbour. 2nd ed. Northmole: Gullwing; 2011. 312 p.',
    },
  ],
  [
    'a book by two',
    record({ title: 'Tides for beginners', people: [person('Calder, Ines Maria'), person('Moor, Tobias', ['author'])], year: 1998 }),
    {
      apa: 'Calder, I. M., & Moor, T. (1998). *Tides for beginners*. Gullwing.',
      mla: 'Calder, Ines Maria, and Tobias Moor. *Tides for Beginners*. Gullwing, 1998.',
      'chicago-author-date': 'Calder, Ines Maria, and Tobias Moor. 1998. *Tides for Beginners*. Northmole: Gullwing.',
      'chicago-notes': 'Ines Maria Calder and Tobias Moor, *Tides for Beginners* (Northmole: Gullwing, 1998).',
      harvard: 'Calder, I.M. and Moor, T. (1998) *Tides for beginners*. Northmole: Gullwing.',
      vancouver: 'Calder IM, Moor T. Tides for beginners. Northmole: Gullwing; 1998.',
    },
  ],
  [
    'a book by four',
    record({ title: 'Four on a raft', people: [person('Ash, Vera'), person('Brae, Harald', ['author']), person('Cope, Lise', ['author']), person('Dunn, Piet', ['author'])] }), // prettier-ignore
    {
      apa: 'Ash, V., Brae, H., Cope, L., & Dunn, P. (2011). *Four on a raft*. Gullwing.',
      mla: 'Ash, Vera, et al. *Four on a Raft*. Gullwing, 2011.',
      'chicago-author-date': 'Ash, Vera, Harald Brae, Lise Cope, and Piet Dunn. 2011. *Four on a Raft*. Northmole: Gullwing.',
      'chicago-notes': 'Vera Ash et al., *Four on a Raft* (Northmole: Gullwing, 2011).',
      harvard: 'Ash, V. *et al.* (2011) *Four on a raft*. Northmole: Gullwing.',
      vancouver: 'Ash V, Brae H, Cope L, Dunn P. Four on a raft. Northmole: Gullwing; 2011.',
    },
  ],
  [
    'a book that somebody edited',
    record({ title: 'Letters from the lightship', people: [person('Ekvall, Åsa', ['editor'], { main: false })], year: 2004 }),
    {
      apa: 'Ekvall, Å. (Ed.). (2004). *Letters from the lightship*. Gullwing.',
      mla: 'Ekvall, Åsa, editor. *Letters from the Lightship*. Gullwing, 2004.',
      'chicago-author-date': 'Ekvall, Åsa, ed. 2004. *Letters from the Lightship*. Northmole: Gullwing.',
      'chicago-notes': 'Åsa Ekvall, ed., *Letters from the Lightship* (Northmole: Gullwing, 2004).',
      harvard: 'Ekvall, Å. (ed.) (2004) *Letters from the lightship*. Northmole: Gullwing.',
      vancouver: 'Ekvall Å, editor. Letters from the lightship. Northmole: Gullwing; 2004.',
    },
  ],
  [
    'a translation',
    record({ title: 'The glass fjord', people: [person('Brekke, Sunniva'), person('Hale, Morag', ['translator'], { main: false })], uniformTitle: 'Glassfjorden', originalLanguage: 'nor', year: 2019 }), // prettier-ignore
    {
      apa: 'Brekke, S. (2019). *The glass fjord* (M. Hale, Trans.). Gullwing.',
      mla: 'Brekke, Sunniva. *The Glass Fjord*. Translated by Morag Hale, Gullwing, 2019.',
      'chicago-author-date': 'Brekke, Sunniva. 2019. *The Glass Fjord*. Translated by Morag Hale. Northmole: Gullwing.',
      'chicago-notes': 'Sunniva Brekke, *The Glass Fjord*, trans. Morag Hale (Northmole: Gullwing, 2019).',
      harvard: 'Brekke, S. (2019) *The glass fjord*. Translated by M. Hale. Northmole: Gullwing.',
      vancouver: 'Brekke S. The glass fjord. Hale M, translator. Northmole: Gullwing; 2019.',
    },
  ],
  [
    'a film',
    record({ carrier: 'dvd', title: 'Last keepers of the light', people: [person('Quill, Jonas', ['director'], { main: false })], publisher: 'Mole Pictures', year: 2009 }), // prettier-ignore
    {
      apa: 'Quill, J. (Director). (2009). *Last keepers of the light* [DVD]. Mole Pictures.',
      mla: '*Last Keepers of the Light*. Directed by Jonas Quill, Mole Pictures, 2009. DVD.',
      'chicago-author-date': 'Quill, Jonas, dir. 2009. *Last Keepers of the Light*. Northmole: Mole Pictures. DVD.',
      'chicago-notes': '*Last Keepers of the Light*, directed by Jonas Quill (Northmole: Mole Pictures, 2009), DVD.',
      harvard: '*Last keepers of the light* (2009) Directed by J. Quill. [DVD]. Northmole: Mole Pictures.',
      vancouver: 'Last keepers of the light [DVD]. Quill J, director. Northmole: Mole Pictures; 2009.',
    },
  ],
  [
    'a recording of music',
    record({ carrier: 'music-disc', title: 'Songs of the ebb', people: [person('Thorne, Adela', ['composer'], { main: true })], publisher: 'Conch', year: 2015 }), // prettier-ignore
    {
      apa: 'Thorne, A. (2015). *Songs of the ebb* [CD]. Conch.',
      mla: 'Thorne, Adela. *Songs of the Ebb*. Conch, 2015. CD.',
      'chicago-author-date': 'Thorne, Adela. 2015. *Songs of the Ebb*. Northmole: Conch. CD.',
      'chicago-notes': 'Adela Thorne, *Songs of the Ebb* (Northmole: Conch, 2015), CD.',
      harvard: 'Thorne, A. (2015) *Songs of the ebb* [CD]. Northmole: Conch.',
      vancouver: 'Thorne A. Songs of the ebb [CD]. Northmole: Conch; 2015.',
    },
  ],
  [
    'a score',
    record({ carrier: 'printed-score', title: 'Sonata for an empty quay', people: [person('Thorne, Adela', ['composer'], { main: true })], publisher: 'Tidewrack', year: 1987, edition: 'Revised edition' }), // prettier-ignore
    {
      apa: 'Thorne, A. (1987). *Sonata for an empty quay* (Revised edition). Tidewrack.',
      mla: 'Thorne, Adela. *Sonata for an Empty Quay*. Revised edition, Tidewrack, 1987.',
      'chicago-author-date': 'Thorne, Adela. 1987. *Sonata for an Empty Quay*. Revised edition. Northmole: Tidewrack.',
      'chicago-notes': 'Adela Thorne, *Sonata for an Empty Quay*, Revised edition (Northmole: Tidewrack, 1987).',
      harvard: 'Thorne, A. (1987) *Sonata for an empty quay*. Revised edition. Northmole: Tidewrack.',
      vancouver: 'Thorne A. Sonata for an empty quay. Revised edition. Northmole: Tidewrack; 1987.',
    },
  ],
  [
    'a map',
    record({ carrier: 'sheet-map', title: 'Pellan Sound and its approaches', people: [person('Sound Survey', [], { kind: 'body' })], publisher: 'Sound Survey Office', year: 1972 }), // prettier-ignore
    {
      apa: 'Sound Survey. (1972). *Pellan Sound and its approaches* [Map]. Sound Survey Office.',
      mla: 'Sound Survey. *Pellan Sound and Its Approaches*. Sound Survey Office, 1972.',
      'chicago-author-date': 'Sound Survey. 1972. *Pellan Sound and Its Approaches*. Northmole: Sound Survey Office.',
      'chicago-notes': 'Sound Survey, *Pellan Sound and Its Approaches* (Northmole: Sound Survey Office, 1972).',
      harvard: 'Sound Survey (1972) *Pellan Sound and its approaches*. Northmole: Sound Survey Office.',
      vancouver: 'Sound Survey. Pellan Sound and its approaches. Northmole: Sound Survey Office; 1972.',
    },
  ],
  [
    'a journal',
    record({ carrier: 'journal-volume', title: 'Harbour quarterly', publisher: 'Sound Society', year: 1979 }),
    {
      apa: '*Harbour quarterly*. (1979). Sound Society.',
      mla: '*Harbour Quarterly*. Sound Society, 1979.',
      'chicago-author-date': '*Harbour Quarterly*. 1979. Northmole: Sound Society.',
      'chicago-notes': '*Harbour Quarterly* (Northmole: Sound Society, 1979).',
      harvard: '*Harbour quarterly* (1979). Northmole: Sound Society.',
      vancouver: 'Harbour quarterly. Northmole: Sound Society; 1979.',
    },
  ],
  [
    'a journal that goes on',
    record({ carrier: 'journal-volume', title: 'Harbour quarterly', publisher: 'Sound Society', year: 1979, lastYear: null }),
    {
      apa: '*Harbour quarterly*. (1979–present). Sound Society.',
      mla: '*Harbour Quarterly*. Sound Society, 1979–.',
      'chicago-author-date': '*Harbour Quarterly*. 1979–. Northmole: Sound Society.',
      'chicago-notes': '*Harbour Quarterly* (Northmole: Sound Society, 1979–).',
      harvard: '*Harbour quarterly* (1979–). Northmole: Sound Society.',
      vancouver: 'Harbour quarterly. Northmole: Sound Society; 1979–.',
    },
  ],
  [
    'a journal that has ended',
    record({ carrier: 'journal-volume', title: 'Harbour quarterly', publisher: 'Sound Society', year: 1979, lastYear: 2004 }),
    {
      apa: '*Harbour quarterly*. (1979–2004). Sound Society.',
      mla: '*Harbour Quarterly*. Sound Society, 1979–2004.',
      'chicago-author-date': '*Harbour Quarterly*. 1979–2004. Northmole: Sound Society.',
      'chicago-notes': '*Harbour Quarterly* (Northmole: Sound Society, 1979–2004).',
      harvard: '*Harbour quarterly* (1979–2004). Northmole: Sound Society.',
      vancouver: 'Harbour quarterly. Northmole: Sound Society; 1979–2004.',
    },
  ],
  [
    'a translation in a later edition with an editor',
    record({ title: 'The glass fjord', people: [person('Brekke, Sunniva'), person('Hale, Morag', ['translator'], { main: false }), person('Ash, Vera', ['editor'], { main: false })], edition: 'Revised edition', year: 2019 }), // prettier-ignore
    {
      apa: 'Brekke, S. (2019). *The glass fjord* (V. Ash, Ed.; M. Hale, Trans.; Revised edition). Gullwing.',
      mla: 'Brekke, Sunniva. *The Glass Fjord*. Translated by Morag Hale, edited by Vera Ash, revised edition, Gullwing, 2019.',
      'chicago-author-date':
        'Brekke, Sunniva. 2019. *The Glass Fjord*. Translated by Morag Hale. Edited by Vera Ash. Revised edition. Northmole: Gullwing.',
      'chicago-notes': 'Sunniva Brekke, *The Glass Fjord*, trans. Morag Hale, ed. Vera Ash, Revised edition (Northmole: Gullwing, 2019).',
      harvard: 'Brekke, S. (2019) *The glass fjord*. Revised edition. Translated by M. Hale. Northmole: Gullwing.',
      vancouver: 'Brekke S. The glass fjord. Revised edition. Ash V, editor; Hale M, translator. Northmole: Gullwing; 2019.',
    },
  ],
  [
    'a book read aloud',
    record({ carrier: 'spoken-disc', title: 'The salt ledger', people: [person('Varrik, Odd'), person('Lark, Una', ['narrator'], { main: false })], publisher: 'Conch', year: 2013 }), // prettier-ignore
    {
      apa: 'Varrik, O. (2013). *The salt ledger* (U. Lark, Narr.) [Audiobook on CD]. Conch.',
      mla: 'Varrik, Odd. *The Salt Ledger*. Narrated by Una Lark, Conch, 2013. Audiobook on CD.',
      'chicago-author-date': 'Varrik, Odd. 2013. *The Salt Ledger*. Narrated by Una Lark. Northmole: Conch. Audiobook on CD.',
      'chicago-notes': 'Odd Varrik, *The Salt Ledger*, narrated by Una Lark (Northmole: Conch, 2013), Audiobook on CD.',
      harvard: 'Varrik, O. (2013) *The salt ledger* [Audiobook on CD]. Northmole: Conch.',
      vancouver: 'Varrik O. The salt ledger [Audiobook on CD]. Lark U, narrator. Northmole: Conch; 2013.',
    },
  ],
  [
    'a game that nobody is named for',
    record({ carrier: 'board-game', title: 'Smugglers of Corrow', publisher: 'Pebble Games', year: 2020 }),
    {
      apa: '*Smugglers of Corrow* [Board game]. (2020). Pebble Games.',
      mla: '*Smugglers of Corrow*. Pebble Games, 2020. Board game.',
      'chicago-author-date': '*Smugglers of Corrow*. 2020. Northmole: Pebble Games. Board game.',
      'chicago-notes': '*Smugglers of Corrow* (Northmole: Pebble Games, 2020), Board game.',
      harvard: '*Smugglers of Corrow* (2020) [Board game]. Northmole: Pebble Games.',
      vancouver: 'Smugglers of Corrow [Board game]. Northmole: Pebble Games; 2020.',
    },
  ],
]

describe.each(CITED)('%s is cited', (_, of, cited) => {
  it.each(CITATION_STYLES)('in %s', async (style) => {
    const [pieces = []] = await citationsOf([of], style)
    expect(pieces.map(({ text, italic }) => (italic ? `*${text}*` : text)).join('')).toBe(cited[style])
  })
})

/** What a file of references says, in the terms of CSL-JSON; each form in its own way leaves something out. */
const readBack = async (text: string): Promise<CslItem[]> => {
  const { Cite } = await citationJs()
  return new Cite(text, { generateGraph: false }).data
}
const facts = ({ title, author, issued, publisher, edition, ISBN }: CslItem) => ({ title, author, issued, publisher, edition, ISBN })

let catalogue: Catalogue
let titles: string[]
const guest = () => new Visitor(catalogue.address)
const fetched = async (path: string) => {
  const response = await fetch(catalogue.address + path)
  return { status: response.status, type: response.headers.get('content-type') ?? '', body: Buffer.from(await response.arrayBuffer()) }
}
beforeAll(async () => {
  catalogue = await startCatalogue(200)
  const rows = await catalogue.database.read<{ controlNumber: string }>(
    "SELECT controlNumber FROM records WHERE carrier IN ('book', 'dvd', 'printed-score', 'sheet-map') ORDER BY id LIMIT 40",
  )
  titles = rows.map(({ controlNumber }) => controlNumber)
})
afterAll(() => catalogue.close())

const named = (some: readonly string[]) => some.map((one) => `titles=${encodeURIComponent(one)}`).join('&')
const storedRecords = async (some: readonly string[]) => {
  const rows = await catalogue.database.read<{ controlNumber: string; record: string }>(
    'SELECT controlNumber, record FROM records WHERE controlNumber IN (SELECT value FROM json_each($some))',
    { some: JSON.stringify(some) },
  )
  return some.map((one) => JSON.parse(rows.find(({ controlNumber }) => controlNumber === one)!.record) as BibRecord)
}

describe('files', () => {
  it('of references are read back with the same facts', async () => {
    const items = (await storedRecords(titles)).map(cslItemOf)
    const json = JSON.parse((await fetched(`/export.json?${named(titles)}`)).body.toString()) as CslItem[]
    expect(json).toEqual(items)
    const ris = await readBack((await fetched(`/export.ris?${named(titles)}`)).body.toString())
    expect(ris.map(({ id }) => id)).toEqual(titles)
    expect(ris.map(facts)).toEqual(items.map(facts))
    const bib = await readBack((await fetched(`/export.bib?${named(titles)}`)).body.toString())
    expect(bib.map(({ id }) => id)).toEqual(titles)
    // BibTeX has no sign for a soft sign; whatever else there is it has.
    expect(bib.map(({ title, issued }) => [title, issued?.['date-parts']?.[0][0]])).toEqual(items.map(({ title, issued }) => [title.replace(/ʹ/g, ''), issued?.['date-parts']?.[0][0]])) // prettier-ignore
  })
  it('of references in RIS have each value on a line of its own, however long and whatever stands in it', async () => {
    const long = `${'The keeper of the outer light and of the tide tables '.repeat(6)}of Corrow`
    const [number = ''] = titles
    const [{ record: stored } = { record: '' }] = await catalogue.database.read<{ record: string }>('SELECT record FROM records WHERE controlNumber = $number', { number }) // prettier-ignore
    const change = (record: string) => catalogue.database.write((write) => write.run('UPDATE records SET record = $record WHERE controlNumber = $number', { record, number })) // prettier-ignore
    await change(JSON.stringify({ ...(JSON.parse(stored) as BibRecord), title: `${long}\r\nER  - \r\nTY  - BOOK`, remainder: null }))
    const text = (await fetched(`/export.ris?${named(titles.slice(0, 3))}`)).body.toString()
    await change(stored)
    const lines = text.split('\r\n')
    expect(lines.filter((line) => /[\r\n]/.test(line))).toEqual([])
    expect(lines.filter((line) => line !== '' && !/^[A-Z][A-Z0-9] {2}- /.test(line))).toEqual([])
    expect(lines.filter((line) => line.startsWith('TY'))).toHaveLength(3)
    expect(lines.filter((line) => line.startsWith('ER'))).toHaveLength(3)
    expect(text).toContain(`${long} ER - TY - BOOK`)
  })
  it('as a table have a row for each title, with where its copies stand, and no cell that a spreadsheet would carry out', async () => {
    const { body, type } = await fetched(`/export.csv?${named(titles)}`)
    expect(type).toMatch(/^text\/csv/)
    const rows = parse(body.toString(), { bom: true, columns: true }) as Record<string, string>[]
    expect(rows.map((row) => row['control number'])).toEqual(titles)
    const [copy] = await catalogue.database.read<{ callText: string }>(
      'SELECT callText FROM copies JOIN records ON recordId = records.id WHERE controlNumber = $first LIMIT 1',
      { first: titles[0]! },
    )
    expect(rows[0]?.copies).toContain(copy!.callText)
    for (const row of rows) for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+\-@\t\r]/)
  })
  it('in MARC are the records themselves, in both forms', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'catalex-export-'))
    const read: string[][] = []
    for (const form of ['mrc', 'xml']) {
      const file = join(folder, `titles.${form}`)
      writeFileSync(file, (await fetched(`/export.${form}?${named(titles)}`)).body)
      const found: string[] = []
      for await (const one of recordsIn(file)) if ('record' in one) found.push(JSON.stringify(one.record.fields))
      read.push(found)
    }
    expect(read[0]).toHaveLength(titles.length)
    expect(read[1]).toEqual(read[0])
  })
  it('hold all that a search finds, in its order, or what is named and nothing else', async () => {
    const search = '?q=the&in=northmole&sort=title'
    const { body } = await guest().get<{ count: number; rows: { controlNumber: string }[] }>(`/api/search${search}`)
    const items = JSON.parse((await fetched(`/export.json${search}`)).body.toString()) as CslItem[]
    expect(items).toHaveLength(body.count)
    expect(items.slice(0, body.rows.length).map(({ id }) => id)).toEqual(body.rows.map(({ controlNumber }) => controlNumber))
    expect(JSON.parse((await fetched('/export.json?titles=nothing')).body.toString())).toEqual([])
    expect((await fetched('/export.doc?titles=x')).status).toBe(404)
    expect((await fetched(`/export.ris?${named(Array.from({ length: 201 }, (_, i) => String(i)))}`)).status).toBe(400)
    expect((await fetched('/export.ris?q=AND(((&field=colour')).status).toBe(400)
  })
})

describe('citations over HTTP', () => {
  it('come in the style asked for; markup in a record stays text', async () => {
    const [first = ''] = titles
    const { body } = await guest().get<Citations>(`/api/citations?style=mla&titles=${first}&titles=nothing`)
    expect(body.map(({ controlNumber }) => controlNumber)).toEqual([first])
    expect(plainText(body[0]!.pieces)).toMatch(/\.$/)
    expect((await guest().get<Problem>(`/api/citations?style=colour&titles=${first}`)).status).toBe(400)
    const [pieces = []] = await citationsOf([record({ title: 'Ropes & <knots> for "A&B"', people: [person('O<b>rn, Ø')] })], 'apa')
    expect(plainText(pieces)).toContain('Ropes & ')
    expect(JSON.stringify(pieces)).not.toMatch(/&(?:amp|#\d+|lt|gt);/)
  })
})

describe('titles by mail', () => {
  const mail = (to: string, some: readonly string[], who = guest()) =>
    who.ask<Problem | null>('POST', '/api/mails', { to, titles: some, language: 'en' })
  it('say what each is, where it stands, and where its page is, by the catalogue’s own address', async () => {
    const some = titles.slice(0, 2)
    expect((await mail('ines@example.org', some)).status).toBe(204)
    const [sent] = await keptMessages(catalogue.database, 1)
    expect(sent).toMatchObject({ to: 'ines@example.org', subject: `2 titles from ${catalogue.libraries.library.name}` })
    const [one] = await storedRecords(some)
    expect(sent?.text).toContain(`1. ${one!.title}`)
    expect(sent?.text).toContain(`https://catalogue.example.org/titles/${some[0]!}`)
  })
  it('go to one address alone, and a few times an hour', async () => {
    for (const wrong of ['', 'ines', 'a@b', 'a@b.org, c@d.org', 'a@b.org\nBcc: c@d.org', '<a@b.org>', `${'a'.repeat(250)}@b.org`])
      expect((await mail(wrong, titles.slice(0, 1))).status).toBe(400)
    // One address is written to five times an hour, however it is spelt; others still are.
    const statuses: number[] = []
    for (let i = 0; i < 6; i += 1)
      statuses.push((await mail(i % 2 === 0 ? 'tobias@example.org' : 'Tobias@Example.ORG', titles.slice(0, 1))).status)
    expect(statuses).toEqual([204, 204, 204, 204, 204, 429])
    expect((await mail('nan@example.org', titles.slice(0, 1))).status).toBe(204)
    const tries = await Promise.all(Array.from({ length: 12 }, (_, i) => mail(`other${String(i)}@example.org`, titles.slice(0, 1))))
    expect(tries.map(({ status }) => status)).toContain(429)
  })
})
