/** What machines ask for beside the pages: SRU, how a browser searches here, and the addresses of all titles. */
import { Cancelled } from '@catalex/core/search'
import { escaped } from '@catalex/core/catalogue'
import type { Express, NextFunction, Request, Response } from 'express'
import { titleAddresses, titlePages } from '../../catalogue/index.ts'
import { answerSru } from '../../sru/index.ts'
import { addressOf } from '../bind.ts'
import type { Context } from '../context.ts'

const DECLARATION = '<?xml version="1.0" encoding="UTF-8"?>\n'

export function serveMachines(app: Express, { database, libraries, search, publicAddress }: Context): void {
  const answering =
    (handler: (request: Request, response: Response) => Promise<void>) => (request: Request, response: Response, next: NextFunction) => {
      handler(request, response).catch((error: unknown) => {
        if (error instanceof Cancelled) response.destroy()
        else next(error)
      })
    }
  const send = (response: Response, type: string, xml: string) => {
    response.set('Cache-Control', 'no-cache').type(type).send(xml)
  }

  app.get(
    '/sru',
    answering(async (request, response) => {
      const leaving = new AbortController()
      response.on('close', () => {
        if (!response.writableFinished) leaving.abort()
      })
      const { hostname, port } = new URL(originOf(request))
      const described = { title: libraries.library.name, host: hostname, port: Number(port || (request.secure ? 443 : 80)) }
      const parameters = new URL(request.originalUrl, 'http://localhost').searchParams
      const asking = { signal: leaving.signal, client: addressOf(request) }
      send(response, 'application/xml', await answerSru(parameters, { database, search, described, asking }))
    }),
  )

  app.get('/opensearch.xml', (request, response) => {
    const origin = escaped(originOf(request))
    const name = escaped(libraries.library.name.slice(0, LONGEST_SHORT_NAME))
    send(
      response,
      'application/opensearchdescription+xml',
      `${DECLARATION}<OpenSearchDescription xmlns="http://a9.com/-/spec/opensearch/1.1/"><ShortName>${name}</ShortName><Description>${escaped(libraries.library.name)}: the catalogue</Description><InputEncoding>UTF-8</InputEncoding><Url type="text/html" template="${origin}/search?q={searchTerms}"/><Url type="application/sru+xml" template="${origin}/sru?queryType=cql&amp;query={searchTerms}&amp;startRecord={startIndex?}&amp;maximumRecords={count?}"/></OpenSearchDescription>`,
    )
  })

  app.get('/robots.txt', (_request, response) => {
    const map = publicAddress === null ? '' : `Sitemap: ${publicAddress}/sitemap.xml\n`
    response.type('text/plain').send(`User-agent: *\nDisallow: /api/\nDisallow: /card\n${map}`)
  })

  app.get(
    '/sitemap.xml',
    answering(async (request, response) => {
      const pages = await titlePages(database)
      const lines = Array.from(
        { length: pages },
        (_, i) => `<sitemap><loc>${escaped(originOf(request))}/sitemap-${String(i + 1)}.xml</loc></sitemap>`,
      )
      send(response, 'application/xml', `${DECLARATION}<sitemapindex xmlns="${SITEMAP}">${lines.join('')}</sitemapindex>`)
    }),
  )
  app.get(
    '/sitemap-:page.xml',
    answering(async (request, response) => {
      const page = /^[1-9]\d{0,6}$/.test(String(request.params.page)) ? Number(request.params.page) : 0
      const numbers = page === 0 ? [] : await titleAddresses(database, page)
      response.status(numbers.length === 0 ? 404 : 200)
      const lines = numbers.map((number) => `<url><loc>${escaped(`${originOf(request)}/titles/${encodeURIComponent(number)}`)}</loc></url>`)
      send(response, 'application/xml', `${DECLARATION}<urlset xmlns="${SITEMAP}">${lines.join('')}</urlset>`)
    }),
  )
}

const SITEMAP = 'http://www.sitemaps.org/schemas/sitemap/0.9'
/** OpenSearch 1.1: a short name has 16 characters at most. */
const LONGEST_SHORT_NAME = 16

/** By the name under which it was asked; whatever else stands there is not repeated. */
export function originOf(request: Request): string {
  const host = request.get('host') ?? ''
  const origin = `${request.protocol}://${host}`
  return /^[\w.-]{1,253}(?::\d{1,5})?$/.test(host) && URL.canParse(origin) ? origin : `${request.protocol}://localhost`
}
