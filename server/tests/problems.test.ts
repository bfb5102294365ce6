/** Everything from outside is hostile: each kind of bad request has its status, its type and its facts, and says no more. */
import { request } from 'node:http'
import { PROBLEMS, problemType, type Problem, type ProblemCode } from '@catalex/contract/problem'
import { Invalid } from '@catalex/contract/schema'
import { CqlError } from '@catalex/core/query'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HttpProblem, problemFrom } from '../src/http/problems.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(60)
  visitor = new Visitor(catalogue.address)
})
afterAll(() => catalogue.close())

const problem = (code: ProblemCode, facts: Partial<Problem> = {}): Problem => ({
  type: `urn:catalex:problem:${code}`,
  status: PROBLEMS[code],
  ...facts,
})
const LONG = 'x'.repeat(1001)

it.each<[string, unknown, Problem]>([
  ['what a handler raises', new HttpProblem('too-many-tries', { minutes: 4 }), problem('too-many-tries', { minutes: 4 })],
  ['what breaks a schema', new Invalid([{ at: 'page', rule: 'minimum', wanted: '>=, 1' }]), problem('not-understood', { violations: [{ at: 'page', rule: 'minimum', wanted: '>=, 1' }] })],
  ['CQL that can’t be read', new CqlError({ code: 'prox', at: 7, what: '' }), problem('query-not-understood', { cql: { code: 'prox', at: 7, what: '' } })],
  ['a database that another process keeps', new Error('SQLITE_BUSY: database is locked'), problem('busy')],
  ['a body that is too large', Object.assign(new Error(), { status: 413 }), problem('body-too-large')],
  ['a body that is none', Object.assign(new Error(), { status: 400, type: 'entity.parse.failed' }), problem('body-unreadable')],
  ['an address with bad escapes', Object.assign(new URIError(), { status: 400 }), problem('address-unreadable')],
  ['a file that is not there', Object.assign(new Error(), { status: 404 }), problem('no-such-address')],
  ['a disk that is full', new Error('SQLITE_FULL: database or disk is full'), problem('cannot-store')],
  ['a database that is damaged', new Error('SQLITE_CORRUPT: database disk image is malformed'), problem('cannot-store')],
  ['a slip of ours', new TypeError('undefined is not a function at /home'), problem('our-fault')],
  ['what is not even an error', 'text', problem('our-fault')],
])('%s', (_, error, expected) => {
  expect(problemFrom(error)).toEqual(expected)
}) // prettier-ignore

it.each<[string, string, ProblemCode, string?]>([
  ['an address that is none', '/api/nothing', 'no-such-address'],
  ['a title that is not there', '/api/titles/nothing', 'no-such-title'],
  ['a title of endless number', `/api/titles/${'9'.repeat(3000)}`, 'no-such-title'],
  ['a page before the first', '/api/search?page=0', 'not-understood', 'page'],
  ['a page that is no number', '/api/search?page=two', 'not-understood', 'page'],
  ['a size that is not offered', '/api/search?size=1000000', 'not-understood', 'size'],
  ['an order that is none', '/api/search?sort=random', 'not-understood', 'sort'],
  ['a parameter that is none', '/api/search?colour=red', 'not-understood', ''],
  ['a query too long', `/api/search?q=${LONG}`, 'query-too-large'],
  ['one value too many', `/api/search?${'place=quay&'.repeat(201)}`, 'not-understood', 'place'],
  ['CQL without an end', '/api/search?q=title%3D%22salt', 'query-not-understood'],
  ['CQL too deep', `/api/search?q=${encodeURIComponent('title=a and ('.repeat(60))}`, 'query-too-large'],
  ['too many words', `/api/search?q=${Array.from({ length: 65 }, (_, i) => `w${String(i)}`).join('+')}`, 'query-too-large'],
  ['a kind of heading that is none', '/api/headings?kind=colour', 'not-understood', 'kind'],
  ['a facet without one', '/api/search/values', 'not-understood', ''],
  ['options for nothing', '/api/hold-options', 'not-understood', ''],
  ['a card without a session', '/api/card', 'sign-in-needed'],
])('%s is refused in its own way', async (_, path, code, at) => {
  const { status, body } = await visitor.get<Problem>(path)
  expect(body).toMatchObject({ type: problemType(code), status: PROBLEMS[code] })
  expect(status).toBe(PROBLEMS[code])
  if (at !== undefined) expect(body.violations?.[0]?.at).toBe(at)
  expect(JSON.stringify(body)).not.toMatch(/node_modules|\.ts|stack/)
})

describe('bodies', () => {
  const send = (body: string, type = 'application/json') =>
    fetch(`${catalogue.address}/api/session`, { method: 'POST', headers: { 'content-type': type }, body })
  it.each<[string, string, ProblemCode]>([
    ['no JSON', '{"card":', 'body-unreadable'],
    ['another shape', '[]', 'not-understood'],
    ['nothing', '', 'not-understood'],
    ['a number where text belongs is not taken for text', '{"card":42117,"pin":"4711"}', 'not-understood'],
    ['more than was asked for', '{"card":"42117","pin":"4711","admin":true}', 'not-understood'],
    ['far too much', JSON.stringify({ card: 'x'.repeat(200_000), pin: '1' }), 'body-too-large'],
  ])('%s', async (_, text, code) => {
    const response = await send(text)
    expect(response.status).toBe(PROBLEMS[code])
    expect(response.headers.get('content-type')).toMatch(/^application\/problem\+json/)
    expect(await response.json()).toMatchObject({ type: problemType(code) })
  })

  it('an idempotency key has its limit', async () => {
    const reader = new Visitor(catalogue.address)
    await reader.signIn('42225', '4722')
    const wish = { records: ['p'], barcode: null, pickup: 'ferrygate' }
    const { body } = await reader.ask<Problem>('POST', '/api/holds', wish, { 'idempotency-key': 'k'.repeat(300) })
    expect(body.type).toBe(problemType('key-too-long'))
  })
})

it('numbers and lists of a query string are made of its text', async () => {
  const one = await visitor.get<{ page: number; size: number }>('/api/search?place=ferrygate&page=1&size=20')
  expect(one.body).toMatchObject({ page: 1, size: 20 })
  const two = await visitor.get<{ count: number }>('/api/search?place=ferrygate&place=northmole')
  expect(two.status).toBe(200)
})

it('a page beyond the last is the last', async () => {
  const all = await visitor.get<{ count: number }>('/api/search')
  const far = await visitor.get<{ page: number; rows: unknown[] }>('/api/search?page=9999&size=20')
  expect(far.body.page).toBe(Math.ceil(all.body.count / 20))
  expect(far.body.rows.length).toBe(all.body.count - (far.body.page - 1) * 20)
})

it('who leaves before the answer leaves no trouble behind', async () => {
  await new Promise<void>((done) => {
    const leaving = request(`${catalogue.address}/api/search?q=the`, () => undefined)
    leaving.on('error', () => undefined)
    leaving.on('close', () => {
      done()
    })
    leaving.on('finish', () => leaving.destroy(new Error('left')))
    leaving.end()
  })
  expect((await visitor.get<{ index: string }>('/api/health')).body.index).toBe('ready')
})

it('health tells when the index can’t answer, and why', async () => {
  const engine = catalogue.search as unknown as { engine: { ask: unknown } }
  const { ask } = engine.engine
  engine.engine.ask = () => Promise.reject(new RangeError('no memory'))
  const { status, body } = await visitor.get<{ index: string; reason: string }>('/api/health')
  engine.engine.ask = ask
  expect([status, body.index, body.reason]).toEqual([200, 'failed', 'RangeError'])
  expect((await visitor.get<{ index: string }>('/api/health')).body.index).toBe('ready')
})
