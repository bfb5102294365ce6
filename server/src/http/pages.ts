/** Serves the built web application; every address that is no file is a page of it. */
import { join } from 'node:path'
import express, { type Express } from 'express'

export function servePages(app: Express, folder: string): void {
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
  app.use(express.static(folder, { index: false, maxAge: 0 }))
  app.get('/{*page}', (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'), { root: '/' })
  })
}
