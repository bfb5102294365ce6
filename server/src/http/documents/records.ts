/** A record as a file, for whoever takes it along: ISO 2709 or MARCXML, as an export writes it. */
import { MARCXML_NAMESPACE, writeIso2709, writeMarcXml } from '@catalex/core/catalogue'
import type { Express, NextFunction, Request, Response } from 'express'
import { exportedRecord } from '../../catalogue/index.ts'
import type { Context } from '../context.ts'
import { HttpProblem } from '../problems.ts'

const FORMS = {
  mrc: { type: 'application/marc', write: writeIso2709 },
  xml: { type: 'application/marcxml+xml', write: (record: Parameters<typeof writeMarcXml>[0]) => `<?xml version="1.0" encoding="UTF-8"?>\n${writeMarcXml(record).replace('<record>', `<record xmlns="${MARCXML_NAMESPACE}">`)}\n` }, // prettier-ignore
} as const

export function serveRecords(app: Express, { database }: Pick<Context, 'database'>): void {
  for (const [form, { type, write }] of Object.entries(FORMS))
    app.get(`/records/:controlNumber.${form}`, (request: Request, response: Response, next: NextFunction) => {
      const send = async () => {
        const controlNumber = String(request.params.controlNumber)
        const record = await exportedRecord(database, controlNumber)
        // What is longer than ISO 2709 allows has the other form alone.
        const written = record && write(record)
        if (written === null) throw new HttpProblem('no-such-title')
        response
          .set('Cache-Control', 'no-cache')
          .attachment(`${controlNumber.replace(/[^\w-]/g, '_')}.${form}`)
          .type(type)
        response.send(typeof written === 'string' ? written : Buffer.from(written))
      }
      send().catch(next)
    })
}
