// npm start: sets up what is missing and serves the demo. `npm start -- --fresh` begins the world anew.
import { build, checkNode, install, main, run, Stop, world } from './house.mjs'
import { createServer } from 'node:net'

const port = process.env.PORT ?? '4280'

/** Found out first, so that nobody waits for a build in vain. */
function checkPort() {
  return new Promise((done, fail) => {
    const probe = createServer()
    probe.once('error', (error) =>
      fail(
        error.code === 'EADDRINUSE'
          ? new Stop(`Port ${port} is taken: stop what uses it, or choose another with PORT=4281 npm start.`)
          : new Stop(`Port ${port} can't be used: ${error.message}`),
      ),
    )
    probe.listen(Number(port), '127.0.0.1', () => probe.close(done))
  })
}

await main(async () => {
  checkNode()
  await checkPort()
  await install()
  await build()
  await world({ fresh: process.argv.includes('--fresh') })
  await run('node', ['server/dist/cli/catalex.js', 'serve', '--demo', '--port', port], {
    env: { NODE_ENV: 'production' },
    trouble: 'The server has stopped: see above.',
  })
})
