/** Serves the built web application; every address that is no file is a page of it. */
import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Express, NextFunction, Request, Response } from 'express'
import expressStaticGzip from 'express-static-gzip'
import { recordsByControlNumber } from '../../catalogue/index.ts'
import { headOf } from '../../presenting/index.ts'
import type { Context } from '../context.ts'

/** Text files lie there compressed already (npm run build). */
const COMPRESSED = { enableBrotli: true, orderPreference: ['br', 'gz'] as ('br' | 'gz')[] }

export function servePages(
  app: Express,
  folder: string,
  { database, libraries, publicAddress }: Pick<Context, 'database' | 'libraries' | 'publicAddress'>,
): void {
  const page = pageOf(folder).replace('</head>', () => `  <meta name="catalex-release" content="${releaseOf(folder)}" />\n  </head>`)
  const sendPage = (response: Response, html = page) => {
    response.set('Cache-Control', 'no-cache').type('html').send(html)
  }
  // An address that can't be read is one that has nothing: the application says so.
  app.use((request, response, next) => {
    if (isReadable(request.path)) next()
    else sendPage(response)
  })
  app.use(
    '/assets',
    expressStaticGzip(join(folder, 'assets'), { ...COMPRESSED, serveStatic: { immutable: true, maxAge: '1y', fallthrough: false } }),
  )
  app.use(expressStaticGzip(folder, { ...COMPRESSED, index: false, serveStatic: { maxAge: 0 } }))
  const parts = [...HEAD].reduce((text, part) => text.replace(part, ''), page)
  app.get('/titles/:controlNumber', (request: Request, response: Response, next: NextFunction) => {
    const controlNumber = String(request.params.controlNumber)
    recordsByControlNumber(database, [controlNumber]).then(([found]) => {
      // What a request says of its host anybody can make up.
      const address = publicAddress && `${publicAddress}/titles/${encodeURIComponent(controlNumber)}`
      const html = found ? parts.replace('</head>', () => `  ${headOf(found.record, libraries.library.name, address)}\n  </head>`) : page
      sendPage(response, html)
    }, next)
  })
  app.get('/{*page}', (_request, response: Response) => {
    sendPage(response)
  })
}

const pageOf = (folder: string): string => readFileSync(join(folder, 'index.html'), 'utf8')

/** Changes with what is served: the page names its files, and these are named by what is in them. */
export const releaseOf = (folder: string): string => createHash('sha256').update(pageOf(folder)).digest('hex').slice(0, 16)

function isReadable(path: string): boolean {
  try {
    return decodeURIComponent(path) !== ''
  } catch {
    return false
  }
}

/** What a title's page says in its own words. */
const HEAD = [/ *<title>[^<]*<\/title>\n/, / *<meta name="description"[^>]*>\n/]
