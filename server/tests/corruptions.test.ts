/** Good files, damaged anywhere: never a crash, never half a record, and every record that stands apart from the damage is there. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { BadRecord, copiesIn, recordFromMarc, warnings, writeIso2709, writeMarcXml, type MarcRecord } from '@catalex/core/catalogue'
import { makeWorld } from '@catalex/demo/world'
import fc from 'fast-check'
import { afterAll, expect, inject, it } from 'vitest'
import { recordsIn } from '../src/catalogue/marcFiles.ts'

const folder = mkdtempSync(join(tmpdir(), 'catalex-broken-'))
afterAll(() => {
  rmSync(folder, { recursive: true, force: true })
})

const RECORDS = [...makeWorld({ titles: 12, seed: 'damage', today: '2026-11-25', branches: 14 }).records()]
  .slice(0, 12)
  .map(({ marc }) => marc as MarcRecord)
const isoPieces = RECORDS.map((record) => Buffer.from(writeIso2709(record) ?? []))
const xmlPieces = RECORDS.map((record) => Buffer.from(`${writeMarcXml(record)}\n`))
const HEAD = Buffer.from('<?xml version="1.0" encoding="UTF-8"?><collection xmlns="http://www.loc.gov/MARC21/slim">')

/** What is done to some octets of a file. */
const damage = fc.record({
  at: fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true }),
  length: fc.integer({ min: 1, max: 60 }),
  how: fc.oneof(
    fc.record({ kind: fc.constant('changed' as const), to: fc.uint8Array({ minLength: 60, maxLength: 60 }) }),
    fc.record({ kind: fc.constant('lost' as const), to: fc.constant(new Uint8Array(0)) }),
    fc.record({ kind: fc.constant('added' as const), to: fc.uint8Array({ minLength: 1, maxLength: 60 }) }),
    fc.record({ kind: fc.constant('added' as const), to: fc.constantFrom(...['\u001d', '\u001e', '\u001f', '<', '&', '</record>', '<record>', ']]>', '\u0000'].map((text) => Buffer.from(text))) }),
  ),
}) // prettier-ignore

/** Everything as the catalogue takes it in, by number; what is refused is left out. */
async function comeOf(file: string): Promise<Map<string, MarcRecord>> {
  const come = new Map<string, MarcRecord>()
  for await (const read of recordsIn(file)) {
    if ('fault' in read) continue
    const { warn } = warnings()
    try {
      const { controlNumber } = recordFromMarc(read.record, warn)
      copiesIn(read.record, warn)
      come.set(controlNumber, read.record)
    } catch (error) {
      if (!(error instanceof BadRecord)) throw error
    }
  }
  return come
}

let runs = 0
it.each([
  ['ISO 2709', isoPieces, Buffer.alloc(0), Buffer.alloc(0)],
  ['MARCXML', xmlPieces, HEAD, Buffer.from('</collection>')],
])('%s', async (_, pieces, head, tail) => {
  const whole = Buffer.concat([head, ...pieces, tail])
  const starts = pieces.map((__, i) => head.length + pieces.slice(0, i).reduce((sum, piece) => sum + piece.length, 0))
  await fc.assert(
    fc.asyncProperty(damage, async ({ at, length, how }) => {
      // The beginning says what a file is.
      const from = head.length + Math.floor(at * (whole.length - head.length))
      const to = how.kind === 'added' ? from : Math.min(whole.length, from + length)
      const broken = Buffer.concat([whole.subarray(0, from), how.kind === 'changed' ? how.to.subarray(0, to - from) : how.to, whole.subarray(to)])
      const file = join(folder, `${String((runs += 1) % 4)}.dat`)
      writeFileSync(file, broken)
      const come = await comeOf(file)
      RECORDS.forEach((record, i) => {
        const start = starts[i] ?? 0
        const apart = start + (pieces[i]?.length ?? 0) < from || start > to
        if (apart) expect(come.get(record.fields[0]?.[1] ?? '')?.fields).toEqual(record.fields.map((field) => field.map((part) => part.normalize('NFC'))))
      })
    }),
    // The leader of the first record lost, and a field's end in its place.
    { numRuns: 300 * inject('runFactor'), examples: [[{ at: 0, length: 21, how: { kind: 'changed', to: Uint8Array.from({ length: 60 }, (__, i) => (i === 20 ? 0x1e : 0)) } }]] },
  )
}) // prettier-ignore
