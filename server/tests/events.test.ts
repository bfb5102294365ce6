/** A page is told when a copy of its title changes, and nobody can have more of that than there is. */
import express, { type ErrorRequestHandler } from 'express'
import { createServer } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { Database } from '../src/database/index.ts'
import { MOST_OF_ONE, serveEvents } from '../src/http/events.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let title: string
let other: string
beforeAll(async () => {
  catalogue = await startCatalogue(80)
  const [first, second] = await catalogue.database.read<{ controlNumber: string }>(
    "SELECT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND branch = 'ferrygate' AND copies.status = 'on shelf' AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) GROUP BY records.id ORDER BY records.id LIMIT 2",
  )
  title = first!.controlNumber
  other = second!.controlNumber
})
afterAll(() => catalogue.close())

/** Lines as they come, until the one that is waited for. */
async function watch(number: string, signal: AbortSignal): Promise<{ status: number; until(line: string): Promise<string> }> {
  const response = await fetch(`${catalogue.address}/events/${number}`, { signal })
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
  let text = ''
  return {
    status: response.status,
    until: async (line) => {
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        text += part.value
        if (text.includes(line)) break
      }
      return text
    },
  }
}

it('tells of a hold on a copy, to those who look at this title and to nobody else', async () => {
  const leaving = new AbortController()
  const watched = await watch(title, leaving.signal)
  const elsewhere = await watch(other, leaving.signal)
  await watched.until('retry:')
  const reader = new Visitor(catalogue.address)
  await reader.signIn('42117', '4711')
  expect((await reader.ask('POST', '/api/holds', { records: [title], barcode: null, pickup: 'ferrygate' })).status).toBe(201)
  expect(await watched.until('event: copies')).toContain('event: copies')
  // The first that the other is told of is a hold of its own.
  expect((await reader.ask('POST', '/api/holds', { records: [other], barcode: null, pickup: 'ferrygate' })).status).toBe(201)
  expect((await elsewhere.until('event: copies')).match(/event: copies/g)).toHaveLength(1)
  leaving.abort()
})

it('is for titles that there are, and for so many pages at once; who leaves makes room', async () => {
  expect((await fetch(`${catalogue.address}/events/nothing`)).status).toBe(404)
  const leaving = new AbortController()
  const all = await Promise.all(Array.from({ length: MOST_OF_ONE + 3 }, () => watch(title, leaving.signal)))
  expect(all.filter(({ status }) => status === 200)).toHaveLength(MOST_OF_ONE)
  expect(all.filter(({ status }) => status === 503)).toHaveLength(3)
  leaving.abort()
  await expect
    .poll(async () => {
      const again = new AbortController()
      const { status } = await watch(title, again.signal)
      again.abort()
      return status
    })
    .toBe(200)
})

it('behind a proxy, who leaves before the title was looked up leaves no place taken', async () => {
  // The database looks for as long as the test wants.
  let goOn: () => void = () => undefined
  let looking = 0
  let gate = new Promise<void>((resolve) => (goOn = resolve))
  const database = Object.create(catalogue.database) as Database
  database.read = async (...asked) => {
    looking += 1
    await gate
    return catalogue.database.read(...asked)
  }
  const app = express().set('trust proxy', true)
  serveEvents(app, { database, search: catalogue.search, stopping: new AbortController().signal })
  app.use(((_error, _request, response, _next) => {
    response.sendStatus(503)
  }) satisfies ErrorRequestHandler)
  const server = createServer(app)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  const connections = () => new Promise<number>((done) => { server.getConnections((_, count) => { done(count) }) }) // prettier-ignore
  for (let i = 0; i < 40; i += 10) {
    gate = new Promise<void>((resolve) => (goOn = resolve))
    const sockets = Array.from({ length: 10 }, () => connect(port, '127.0.0.1'))
    for (const socket of sockets) socket.write(`GET /events/${title} HTTP/1.1\r\nHost: catalogue\r\nX-Forwarded-For: 192.0.2.7\r\n\r\n`)
    await expect.poll(() => looking).toBe(i + 10)
    for (const socket of sockets) socket.destroy()
    await expect.poll(connections).toBe(0)
    goOn()
  }
  const leaving = new AbortController()
  const { status } = await fetch(`http://127.0.0.1:${String(port)}/events/${title}`, {
    headers: { 'x-forwarded-for': '192.0.2.7' },
    signal: leaving.signal,
  })
  leaving.abort()
  server.closeAllConnections()
  await new Promise((done) => server.close(done))
  expect(status).toBe(200)
})
