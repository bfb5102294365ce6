/** What stands on a card as files: /api/card.json, .csv and .ics. */
import type { Express, NextFunction, Request, Response } from 'express'
import { momentOf } from '../circulation/index.ts'
import { listOf, listsOf, satchelOf, searchesOf } from '../lists/index.ts'
import { cardAsCalendar, cardAsCsv, cardAsJson, cardOf } from '../presenting/index.ts'
import type { Context } from './context.ts'
import { HttpProblem } from './problems.ts'
import { mustBeReader } from './sessions.ts'

const TYPES = { json: 'application/json', csv: 'text/csv', ics: 'text/calendar' } as const
type Form = keyof typeof TYPES
const isForm = (form: string): form is Form => Object.hasOwn(TYPES, form)

export function serveCardFiles(app: Express, { database, libraries, clock, demo }: Context): void {
  const fileOf = async (request: Request, form: Form): Promise<string> => {
    const reader = await mustBeReader(database, request)
    const at = momentOf(clock.now())
    const card = await cardOf(database, libraries, reader, at, demo)
    if (form === 'csv') return cardAsCsv(card)
    if (form === 'ics') return cardAsCalendar(libraries, card, at.now)
    const heads = await listsOf(database, reader.id)
    const lists = await Promise.all(heads.map(({ id }) => listOf(database, reader.id, id)))
    const [satchel, searches] = await Promise.all([satchelOf(database, reader.id), searchesOf(database, reader.id)])
    return cardAsJson(reader, { card, lists, satchel, searches })
  }
  app.get('/api/card.:form', (request: Request, response: Response, next: NextFunction) => {
    const form = String(request.params.form)
    const send = async () => {
      if (!isForm(form)) throw new HttpProblem('no-such-address')
      const file = await fileOf(request, form)
      response.attachment(`card.${form}`).type(TYPES[form]).send(file)
    }
    send().catch(next)
  })
}
