/** Lists: a reader's own, shared by a link and withdrawn, and titles found that somebody brings along. */
import type { ListHeads, ListView, SharedList } from '@catalex/contract/lists'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { KeptSearches } from '@catalex/contract/searches'
import type { Problem } from '@catalex/contract/problem'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { load } from '../src/cli/commands/load.ts'
import { virtualClock } from '../src/standins/index.ts'
import { DAY, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(200)
  ines = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
})
afterAll(() => catalogue.close())

const entry = (controlNumber: string) => ({ controlNumber, barcode: null, added: '2026-11-25T10:00:00.000Z', note: '', labels: [] })
const which = (controlNumber: string) => ({ controlNumber, barcode: null })
const change = (id: string, body: object) => ines.ask<ListView>('POST', `/api/lists/${id}`, body)
const numbers = ({ entries }: Pick<ListView, 'entries'>) => entries.map(({ controlNumber }) => controlNumber)
const made = async (name: string) => (await ines.ask<ListView>('POST', '/api/lists', { name, about: '' })).body

it('a list is made, filled, put in order, described and thrown away; it is there in every session', async () => {
  const { id } = await made('For the boat')
  await change(id, { add: ['a', 'b', 'c'].map(entry) })
  await change(id, { order: ['c', 'a'].map(which), say: [{ ...which('a'), note: 'for Tobias', labels: ['sea'] }], name: 'For the ferry' })
  const again = new Visitor(catalogue.address)
  await again.signIn('42117', '4711')
  const { body } = await again.get<ListView>(`/api/lists/${id}`)
  expect([body.name, numbers(body), body.entries[1]?.note, body.entries[1]?.labels]).toEqual([
    'For the ferry',
    ['c', 'a', 'b'],
    'for Tobias',
    ['sea'],
  ])
  expect((await again.get<ListHeads>('/api/lists')).body.map(({ name, count }) => [name, count])).toEqual([['For the ferry', 3]])
  expect((await again.ask('DELETE', `/api/lists/${id}`)).status).toBe(204)
  expect((await ines.get<ListHeads>('/api/lists')).body).toEqual([])
})

it('two windows that change a list at once lose nothing', async () => {
  const { id } = await made('At once')
  await Promise.all(['a', 'b', 'c', 'd'].map((one) => change(id, { add: [entry(one)] })))
  expect(numbers((await ines.get<ListView>(`/api/lists/${id}`)).body).sort()).toEqual(['a', 'b', 'c', 'd'])
})

it('whoever has the link reads the list and learns nothing of its reader; withdrawn, the link is dead for ever', async () => {
  const { id } = await made('Shared')
  await change(id, { add: [entry('a')], about: 'What we read at sea' })
  const link = (await ines.ask<ListView>('POST', `/api/lists/${id}/link`)).body.link ?? ''
  expect(link).toMatch(/^[\w-]{20,}$/)
  const guest = new Visitor(catalogue.address)
  const { body } = await guest.get<SharedList>(`/api/shared/${link}`)
  expect(Object.keys(body).sort()).toEqual(['about', 'changed', 'entries', 'name'])
  expect([body.name, numbers(body)]).toEqual(['Shared', ['a']])
  // Asked again it is the same link; what changes in the list is read by it.
  expect((await ines.ask<ListView>('POST', `/api/lists/${id}/link`)).body.link).toBe(link)
  expect((await ines.ask<ListView>('DELETE', `/api/lists/${id}/link`)).body.link).toBeNull()
  expect((await guest.get<Problem>(`/api/shared/${link}`)).body.type).toBe('urn:catalex:problem:no-such-list')
  expect((await ines.ask<ListView>('POST', `/api/lists/${id}/link`)).body.link).not.toBe(link)
  expect((await guest.get<Problem>(`/api/shared/${link}`)).status).toBe(404)
  expect((await guest.get<Problem>('/api/shared/null')).status).toBe(404)
})

it('an address that is none, whatever signs it has, leads to no list', async () => {
  for (const id of ['%00', '%27%20OR%201=1', 'x'.repeat(500), '%F0%9F%92%A9'])
    for (const [method, path] of [['GET', ''], ['POST', ''], ['DELETE', ''], ['POST', '/link'], ['DELETE', '/link']] as const)
      expect((await ines.ask(method, `/api/lists/${id}${path}`, method === 'POST' && path === '' ? {} : undefined)).status).toBe(404)
  expect((await new Visitor(catalogue.address).get(`/api/shared/%00`)).status).toBe(404)
}) // prettier-ignore

it('the satchel is no list: nobody reads, changes or shares it as one', async () => {
  await ines.ask('POST', '/api/satchel', { add: [{ controlNumber: 'a', barcode: null, added: '2026-11-25T10:00:00.000Z' }], remove: [] })
  const [satchel] = await catalogue.database.read<{ code: string }>('SELECT code FROM lists WHERE name IS NULL')
  expect((await ines.get<ListHeads>('/api/lists')).body.map(({ id }) => id)).not.toContain(satchel!.code)
  for (const [method, path] of [['GET', ''], ['POST', ''], ['DELETE', ''], ['POST', '/link']] as const)
    expect((await ines.ask(method, `/api/lists/${satchel!.code}${path}`, method === 'POST' && path === '' ? {} : undefined)).status).toBe(404)
}) // prettier-ignore

it('nobody has more than a hundred lists, nor a list that has no name', async () => {
  const tobias = new Visitor(catalogue.address)
  await tobias.signIn('42225', '4722')
  for (let i = 0; i < 100; i += 1)
    expect((await tobias.ask('POST', '/api/lists', { name: `List ${String(i)}`, about: '' })).status).toBe(201)
  expect((await tobias.ask<Problem>('POST', '/api/lists', { name: 'One more', about: '' })).body.type).toBe(
    'urn:catalex:problem:too-many-lists',
  )
  expect((await ines.ask('POST', '/api/lists', { name: '  ', about: '' })).status).toBe(400)
})

it('titles of another program are found by number, or by title and person; what is not certain is left open', async () => {
  const rows = await catalogue.database.read<{ controlNumber: string; record: string }>(
    "SELECT controlNumber, record FROM records WHERE carrier = 'book' ORDER BY id LIMIT 30",
  )
  const books = rows.map(({ controlNumber, record }) => ({ controlNumber, ...(JSON.parse(record) as { title: string; people: { name: string }[]; identifiers: { kind: string; value: string }[] }) })) // prettier-ignore
  const numbered = books.find(({ identifiers }) => identifiers.some(({ kind }) => kind === 'isbn'))!
  const isbn = numbered.identifiers.find(({ kind }) => kind === 'isbn')!.value
  const byTitle = books.filter(({ people }) => people.length > 0).slice(0, 10)
  const sought = [
    { isbns: [isbn], title: 'Anything', who: '' },
    ...byTitle.map(({ title, people }) => ({ isbns: [], title: title.toUpperCase(), who: people[0]!.name })),
    { isbns: ['9780000000000'], title: 'Nobody wrote this here', who: 'Nobody' },
  ]
  const { body } = await new Visitor(catalogue.address).ask<(string | null)[]>('POST', '/api/matches', { sought })
  expect(body[0]).toBe(numbered.controlNumber)
  expect(body.at(-1)).toBeNull()
  const titleOf = (number: string | null) => books.find(({ controlNumber }) => controlNumber === number)?.title
  expect(body.slice(1, -1).map(titleOf)).toEqual(byTitle.map(({ title }) => title))
})

it('kept searches: one that is kept twice is kept once, and nothing but the query of an address is kept', async () => {
  const keep = (name: string, address: string) => ines.ask<KeptSearches>('POST', '/api/searches', { name, address })
  await keep('Tides', '?q=tide')
  await keep('Lights', '?q=light&in=northmole')
  const { body } = await keep('The tide', '?q=tide')
  expect(body.map(({ name, address }) => [name, address])).toEqual([['The tide', '?q=tide'], ['Lights', '?q=light&in=northmole']]) // prettier-ignore
  expect((await ines.ask<KeptSearches>('DELETE', `/api/searches/${body[0]!.id}`)).body.map(({ name }) => name)).toEqual(['Lights'])
  expect((await ines.ask('POST', '/api/searches', { name: 'x', address: 'javascript:alert(1)' })).status).toBe(400)
})

it('what is new in a kept search is what has come since it was looked at: not what was there, nor what has only changed', async () => {
  const record = (number: string, title: string, acquired = '', another = '') =>
    `<record><leader>00000nam a2200000 i 4500</leader><controlfield tag="001">${number}</controlfield><controlfield tag="008">260101s2026    xx            000 0 eng d</controlfield><datafield tag="245" ind1="1" ind2="0"><subfield code="a">${title}</subfield></datafield><datafield tag="852" ind1="1" ind2=" "><subfield code="a">pslib</subfield><subfield code="b">ferrygate</subfield><subfield code="c">nonfic</subfield><subfield code="h">738</subfield><subfield code="p">${number}-1</subfield></datafield>${came(`${number}-1`, acquired)}${another}</record>`
  const came = (barcode: string, acquired: string) => (acquired === '' ? '' : `<datafield tag="876" ind1=" " ind2=" "><subfield code="p">${barcode}</subfield><subfield code="d">${acquired}</subfield></datafield>`) // prettier-ignore
  const secondCopy = (number: string, acquired: string) => `<datafield tag="852" ind1="1" ind2=" "><subfield code="a">pslib</subfield><subfield code="b">northmole</subfield><subfield code="c">nonfic</subfield><subfield code="h">738</subfield><subfield code="p">${number}-2</subfield></datafield>${came(`${number}-2`, acquired)}` // prettier-ignore
  const come = async (at: string, ...records: string[]) => {
    const file = join(catalogue.folder, 'come.xml')
    writeFileSync(file, `<collection xmlns="http://www.loc.gov/MARC21/slim">${records.join('')}</collection>`)
    await load([file], { data: catalogue.data, clock: virtualClock('utc', at) })
    await catalogue.search.settled()
  }
  const newSince = async (moment: string) =>
    (await ines.get<{ count: number }>(`/api/search?q=quernstones&display=since:${moment}`)).body.count
  const { body } = await ines.ask<KeptSearches>('POST', '/api/searches', { name: 'Quernstones', address: '?q=quernstones' })
  const { seen } = body[0]!
  expect(await newSince(seen)).toBe(0)
  // An hour later on the same day; then one of them changes, and another comes.
  await come(`${DAY}T12:30`, record('q1', 'Quernstones'), record('q2', 'More quernstones'))
  expect(await newSince(seen)).toBe(2)
  await come(`${DAY}T13:00`, record('q1', 'Quernstones, revised'), record('q3', 'The last quernstones'))
  expect(await newSince(seen)).toBe(3)
  expect(await newSince(`${DAY}T12:45:00.000Z`)).toBe(1)
  const looked = await ines.ask<KeptSearches>('POST', `/api/searches/${body[0]!.id}/seen`)
  expect(looked.body[0]!.seen >= seen).toBe(true)
  expect(await newSince('yesterday')).toBe(0)
  // By the day on which copies came: what has stood somewhere for years is not new with its record; of an old title a new copy is.
  await come(`${DAY}T14:00`, record('q4', 'Old quernstones', '20190301'), record('q5', 'New quernstones', '20261120'))
  expect(await newSince(`${DAY}T13:30:00.000Z`)).toBe(1)
  await come(`${DAY}T15:00`, record('q4', 'Old quernstones, described anew', '20190301'))
  expect(await newSince(`${DAY}T14:30:00.000Z`)).toBe(0)
  await come(`${DAY}T16:00`, record('q4', 'Old quernstones', '20190301', secondCopy('q4', '20261124')), record('q5', 'New quernstones', '20261120', secondCopy('q5', '20200101'))) // prettier-ignore
  expect(await newSince(`${DAY}T15:30:00.000Z`)).toBe(1)
})
