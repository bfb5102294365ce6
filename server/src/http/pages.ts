/** Serves the built web application; every address that is no file is a page of it. */
import { join } from 'node:path'
import type { Express, Response } from 'express'
import expressStaticGzip from 'express-static-gzip'

/** Text files lie there compressed already (npm run build). */
const COMPRESSED = { enableBrotli: true, orderPreference: ['br', 'gz'] as ('br' | 'gz')[] }

export function servePages(app: Express, folder: string): void {
  app.use(
    '/assets',
    expressStaticGzip(join(folder, 'assets'), { ...COMPRESSED, serveStatic: { immutable: true, maxAge: '1y', fallthrough: false } }),
  )
  app.use(expressStaticGzip(folder, { ...COMPRESSED, index: false, serveStatic: { maxAge: 0 } }))
  app.get('/{*page}', (_request, response: Response) => {
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder })
  })
}
