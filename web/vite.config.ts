import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

const server = `http://127.0.0.1:${process.env.PORT ?? '4280'}`

/** What keeps the shelf walk at hand is a script of its own, beside the pages, since it may look after what lies beside and below it. */
const OFFLINE = 'walk-offline'

/** The texts of a language come in two files, not in one for each room. */
const textsOf = (id: string): string | null => {
  const [, code, part] = /\/locales\/(\w+)\/(initial|deferred)\//.exec(id) ?? []
  return code === undefined || part === undefined ? null : `texts-${code}-${part}`
}

/** Modules that the entry reaches without a dynamic import: the first page needs them in any case, so they come in one piece. */
const first = new Set<string>()
const findFirst: Plugin = {
  name: 'find-first',
  buildEnd() {
    const waiting = [...this.getModuleIds()].filter((id) => this.getModuleInfo(id)?.isEntry && !id.includes(OFFLINE))
    for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
      if (first.has(id)) continue
      first.add(id)
      waiting.push(...(this.getModuleInfo(id)?.importedIds ?? []))
    }
  },
}

export default defineConfig({
  plugins: [react(), findFirst],
  resolve: { conditions: ['source', 'module', 'browser', 'import', 'default'] },
  server: { port: 4281, proxy: { '/api': server, '/events': server, '/export.': server, '/records': server } },
  build: {
    outDir: process.env.WEB_OUT ?? 'dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      input: { index: 'index.html', [OFFLINE]: `offline/${OFFLINE}.ts` },
      output: {
        entryFileNames: ({ name }) => (name === OFFLINE ? '[name].js' : 'assets/[name]-[hash].js'),
        advancedChunks: { groups: [{ name: (id) => (first.has(id) ? 'first' : textsOf(id)) }] },
      },
    },
  },
})
