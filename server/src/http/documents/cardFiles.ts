/** What stands on a card as files: /api/card.json, .csv and .ics; and the calendar that follows it. */
import type { Express, NextFunction, Request, Response } from 'express'
import { momentOf, pastLoansOf } from '../../circulation/index.ts'
import { listOf, listsOf, satchelOf, searchesOf } from '../../lists/index.ts'
import { cardAsCalendar, cardAsCsv, cardAsJson, cardOf } from '../../presenting/index.ts'
import { readerByFeed, type Reader } from '../../readers/index.ts'
import type { Context } from '../context.ts'
import { HttpProblem } from '../problems.ts'
import { mustBeReader } from '../sessions.ts'

const TYPES = { json: 'application/json', csv: 'text/csv', ics: 'text/calendar' } as const
type Form = keyof typeof TYPES
const isForm = (form: string): form is Form => Object.hasOwn(TYPES, form)

export function serveCardFiles(app: Express, { database, libraries, clock, demo }: Context): void {
  const fileOf = async (reader: Reader, form: Form): Promise<string> => {
    const at = momentOf(clock.now())
    const card = await cardOf(database, libraries, reader, at, demo)
    if (form === 'csv') return cardAsCsv(card)
    if (form === 'ics') return cardAsCalendar(libraries, card, at.now)
    const heads = await listsOf(database, reader.id)
    const lists = await Promise.all(heads.map(({ id }) => listOf(database, reader.id, id)))
    const [satchel, searches, returned] = await Promise.all([
      satchelOf(database, reader.id),
      searchesOf(database, reader.id),
      pastLoansOf(database, reader.id),
    ])
    return cardAsJson(reader, { card, lists, satchel, searches, returned })
  }
  app.get('/api/card.:form', (request: Request, response: Response, next: NextFunction) => {
    const form = String(request.params.form)
    const send = async () => {
      if (!isForm(form)) throw new HttpProblem('no-such-address')
      const file = await fileOf(await mustBeReader(database, request), form)
      response.attachment(`card.${form}`).type(TYPES[form]).send(file)
    }
    send().catch(next)
  })
  // Calendars sign nobody in: they know the link.
  app.get(calendarPath(':secret'), (request: Request, response: Response, next: NextFunction) => {
    const send = async () => {
      const reader = await readerByFeed(database, String(request.params.secret))
      if (!reader) throw new HttpProblem('no-such-address')
      response
        .set('Cache-Control', 'private, no-store')
        .type(TYPES.ics)
        .send(await fileOf(reader, 'ics'))
    }
    send().catch(next)
  })
}

export const calendarPath = (secret: string): string => `/api/calendar/${secret}`
