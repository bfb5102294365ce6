/** A file to take along ends within its time, also where nobody reads it, and leaves nothing behind where somebody reads slowly. */
import express from 'express'
import { createServer, type Server } from 'node:http'
import { connect, type AddressInfo, type Socket } from 'node:net'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { serveExports } from '../src/http/documents/exports.ts'
import { virtualClock } from '../src/standins/index.ts'
import { DAY, startCatalogue, type Catalogue } from './catalogue.ts'

/** Collects what nothing holds any more, as it may happen at any time. */
setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc') as () => void

let catalogue: Catalogue
let server: Server
const start = async (longestMs?: number): Promise<number> => {
  const clock = virtualClock('Europe/Dublin', `${DAY}T11:20`)
  const app = express()
  serveExports(app, { database: catalogue.database, libraries: catalogue.libraries, search: catalogue.search, clock }, longestMs)
  server = createServer(app)
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return (server.address() as AddressInfo).port
}
const stop = async () => {
  server.closeAllConnections()
  await new Promise((done) => server.close(done))
}
const ask = (port: number): Socket => {
  const socket = connect(port, '127.0.0.1')
  socket.on('error', () => undefined)
  socket.write('GET /export.xml HTTP/1.1\r\nHost: catalogue\r\nConnection: close\r\n\r\n')
  return socket
}
// More than the buffers of a connection hold.
beforeAll(async () => {
  catalogue = await startCatalogue(2000)
})
afterAll(() => catalogue.close())

it('ends when its time is over, though nobody reads and memory is collected meanwhile', async () => {
  const port = await start(1000)
  const socket = ask(port).pause()
  const connections = () => new Promise<number>((done) => { server.getConnections((_, count) => { done(count) }) }) // prettier-ignore
  await expect.poll(connections).toBe(1)
  await expect
    .poll(
      () => {
        collect()
        return connections()
      },
      { timeout: 10_000, interval: 50 },
    )
    .toBe(0)
  socket.destroy()
  await stop()
})

it('waits for a slow reader with one listener at a time', async () => {
  const warned: Error[] = []
  const note = (warning: Error) => warned.push(warning)
  process.on('warning', note)
  const port = await start()
  const socket = ask(port)
  let octets = 0
  let last = ''
  for await (const part of socket) {
    octets += (part as Buffer).length
    last = (last + (part as Buffer).toString('latin1')).slice(-40)
  }
  process.off('warning', note)
  await stop()
  expect(last).toContain('</collection>')
  expect(octets).toBeGreaterThan(3_000_000)
  expect(warned).toEqual([])
})

it('of one title is there while one client takes as many files of everything as it may', async () => {
  const port = await start()
  const sockets = Array.from({ length: 3 }, () => ask(port).pause())
  const connections = () => new Promise<number>((done) => { server.getConnections((_, count) => { done(count) }) }) // prettier-ignore
  await expect.poll(connections).toBe(3)
  const address = `http://127.0.0.1:${String(port)}`
  await expect.poll(async () => (await fetch(`${address}/export.xml`)).ok).toBe(false)
  const [row] = await catalogue.database.read<{ controlNumber: string }>('SELECT controlNumber FROM records LIMIT 1')
  const one = await fetch(`${address}/export.xml?titles=${row!.controlNumber}`)
  expect([one.status, (await one.text()).match(/<record/g)?.length]).toEqual([200, 1])
  for (const socket of sockets) socket.destroy()
  await stop()
})
