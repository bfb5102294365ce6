import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

const server = `http://127.0.0.1:${process.env.PORT ?? '4280'}`

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['source', 'module', 'browser', 'import', 'default'] },
  server: { port: 4281, proxy: { '/api': server } },
  build: { outDir: process.env.WEB_OUT ?? 'dist', emptyOutDir: true, chunkSizeWarningLimit: 900 },
})
