/** The page of a title as machines get it: its head, and its record as a file that can be loaded again. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { MarcView } from '@catalex/contract/title'
import { readIso2709, type BibRecord } from '@catalex/core/catalogue'
import express from 'express'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { servePages } from '../src/http/documents/pages.ts'
import { headOf } from '../src/presenting/index.ts'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const PAGE = '<!doctype html>\n<html>\n  <head>\n    <meta name="description" content="Find it." />\n    <title>Catalex</title>\n  </head>\n  <body></body>\n</html>\n' // prettier-ignore

/** Written into every page, so that it knows when the server has another. */
const RELEASE = / {4}<meta name="catalex-release" content="[\da-f]{16}" \/>\n/

let catalogue: Catalogue
let server: Server
let folder: string
let controlNumber: string
let title: string
const at = (path: string) => fetch(`http://127.0.0.1:${String((server.address() as AddressInfo).port)}${path}`)
beforeAll(async () => {
  catalogue = await startCatalogue(80)
  folder = mkdtempSync(join(tmpdir(), 'catalex-pages-'))
  writeFileSync(join(folder, 'index.html'), PAGE)
  const app = express()
  servePages(app, folder, { database: catalogue.database, libraries: catalogue.libraries, publicAddress: 'https://catalogue.example.org' })
  server = await new Promise<Server>((done) => {
    const one = app.listen(0, '127.0.0.1', () => {
      done(one)
    })
  })
  const [found] = await catalogue.database.read<{ controlNumber: string; title: string }>('SELECT controlNumber, title FROM records ORDER BY id LIMIT 1') // prettier-ignore
  controlNumber = found?.controlNumber ?? ''
  title = found?.title ?? ''
})
afterAll(async () => {
  server.close()
  rmSync(folder, { recursive: true, force: true })
  await catalogue.close()
})

describe('the head of a title’s page', () => {
  it('names the title once, its address, what reference managers read, and linked data', async () => {
    const html = await (await at(`/titles/${controlNumber}?q=sea`)).text()
    expect(html.match(/<title>/g)).toHaveLength(1)
    expect(html).toContain(`<title>${title.replaceAll('&', '&amp;').replaceAll("'", '&apos;')} · Pellan Sound Libraries</title>`)
    expect(html).not.toContain('Find it.')
    expect(html).toContain(`<link rel="canonical" href="https://catalogue.example.org/titles/${controlNumber}" />`)
    expect(html).not.toContain('127.0.0.1')
    const [, data = ''] = /<script type="application\/ld\+json">(.*)<\/script>/.exec(html) ?? []
    expect(JSON.parse(data)).toMatchObject({ '@context': 'https://schema.org' })
    expect(html).toMatch(/<meta name="citation_title" content="[^"]+" \/>/)
  })
  it('of any other page, and of a title that is not there, is the usual one', async () => {
    for (const path of ['/titles/nothing', '/titles/%E0%A4%A', '/%', '/search?q=sea', '/'])
      expect((await (await at(path)).text()).replace(RELEASE, '')).toBe(PAGE)
  })
  it('names no address where the library has said none', () => {
    const record = { title: 'Tides', people: [], identifiers: [], series: [], subjects: [], genres: [], languages: [], carrier: 'book', year: null, publisher: null, edition: null, summary: null, titleInScript: null } as unknown as BibRecord // prettier-ignore
    expect(headOf(record, 'Sound', null)).not.toMatch(/canonical|"url"|"@id"/)
  })
  it('no record breaks out of it', () => {
    const record = { title: '</title><script>x()</script>', remainder: '"><b>', people: [], identifiers: [], series: [], subjects: [], genres: [], languages: [], carrier: 'book', year: null, publisher: '$& $1', edition: null, summary: '"onload="x', titleInScript: null } as unknown as BibRecord // prettier-ignore
    const head = headOf(record, '</title><b>', 'http://x/"')
    expect(head.match(/<(?!\/)/g)).toHaveLength(head.split('\n').length)
    expect(head).not.toContain('<script>x')
    expect(head).toContain('$& $1')
  })
})

describe('the record of a title', () => {
  it('is shown field by field, and comes as a file of either form that says the same', async () => {
    const visitor = new Visitor(catalogue.address)
    const { body } = await visitor.get<MarcView>(`/api/titles/${controlNumber}/record`)
    expect(body.fields[0]).toEqual({ tag: '001', indicators: null, value: controlNumber, subfields: [] })
    const main = body.fields.find(({ tag }) => tag === '245')
    expect(main?.indicators).toMatch(/^[\d ]{2}$/)
    const iso = await fetch(`${catalogue.address}/records/${controlNumber}.mrc`)
    expect(iso.headers.get('content-disposition')).toBe(`attachment; filename=${controlNumber}.mrc`)
    const read = readIso2709(new Uint8Array(await iso.arrayBuffer()))
    expect(read.fields.find(([tag]) => tag === '245')?.slice(2)).toEqual(main?.subfields.flatMap(({ code, value }) => [code, value]))
    const xml = await (await fetch(`${catalogue.address}/records/${controlNumber}.xml`)).text()
    expect(xml).toContain(`<controlfield tag="001">${controlNumber}</controlfield>`)
    expect((await fetch(`${catalogue.address}/records/nothing.mrc`)).status).toBe(404)
  })
})
