/** Lists: a reader's own, shared by a link and withdrawn, and titles found that somebody brings along. */
import type { ListHeads, ListView, SharedList } from '@catalex/contract/lists'
import type { KeptSearches } from '@catalex/contract/searches'
import type { Problem } from '@catalex/contract/problem'
import { afterAll, beforeAll, expect, it } from 'vitest'
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
  expect((await again.get<ListHeads>('/api/lists')).body.map(({ name, count, has }) => [name, count, has])).toEqual([
    ['For the ferry', 3, ['c', 'a', 'b']],
  ])
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

it('kept searches say since when something is new; one that is kept twice is kept once', async () => {
  const keep = (name: string, address: string) => ines.ask<KeptSearches>('POST', '/api/searches', { name, address })
  await keep('Tides', '?q=tide')
  await keep('Lights', '?q=light&in=northmole')
  const { body } = await keep('The tide', '?q=tide')
  expect(body.map(({ name, address, seen }) => [name, address, seen])).toEqual([['The tide', '?q=tide', DAY], ['Lights', '?q=light&in=northmole', DAY]]) // prettier-ignore
  // What came since a day is what copies of say so.
  const [some] = await catalogue.database.read<{ day: string }>(
    'SELECT acquired AS day FROM copies WHERE acquired IS NOT NULL ORDER BY acquired DESC LIMIT 1 OFFSET 40',
  )
  const [expected] = await catalogue.database.read<{ count: number }>(
    'SELECT count(DISTINCT recordId) AS count FROM copies WHERE acquired >= $day',
    { day: some!.day },
  )
  const { body: found } = await ines.get<{ records: number }>(`/api/search?display=since:${some!.day}`)
  expect(found.records).toBe(expected!.count)
  expect((await ines.get<{ count: number }>('/api/search?display=since:2999-01-01')).body.count).toBe(0)
  await catalogue.database.write((write) => write.run("UPDATE keptSearches SET seen = '2026-01-01'"))
  expect((await ines.ask<KeptSearches>('POST', `/api/searches/${body[0]!.id}/seen`)).body.map(({ seen }) => seen)).toEqual([
    DAY,
    '2026-01-01',
  ])
  expect((await ines.ask<KeptSearches>('DELETE', `/api/searches/${body[0]!.id}`)).body.map(({ name }) => name)).toEqual(['Lights'])
  expect((await ines.ask('POST', '/api/searches', { name: 'x', address: 'javascript:alert(1)' })).status).toBe(400)
})
