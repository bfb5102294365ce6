// npm start: sets up what is missing and serves the demo. `npm start -- --fresh` begins the world anew.
import { createServer } from 'node:net'
import { serverStep, webStep } from './setup/index.mjs'
import { installSteps } from './setup/packages.mjs'
import { checkNode, main, run, Stop } from './setup/process.mjs'
import { runSteps } from './setup/steps.mjs'
import { isLoaded, loadWorld, makeWorld } from './setup/world.mjs'

const port = process.env.PORT ?? '4280'
const [WORLD, DATA] = ['var/world', 'var/catalex.sqlite']

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

/** The generator needs no database driver, so that its world is made while that is compiled. */
const worldSteps = () =>
  isLoaded(DATA) && !process.argv.includes('--fresh')
    ? []
    : [
        { name: 'The demo’s world', needs: ['Server'], run: () => makeWorld(WORLD) },
        { name: 'Loading it', needs: ['The demo’s world', 'Database driver'], run: () => loadWorld(WORLD, DATA) },
      ]

await main(async () => {
  checkNode()
  await checkPort()
  await runSteps([...installSteps(), serverStep(), ...worldSteps(), webStep()])
  await run('node', ['server/dist/cli/catalex.js', 'serve', '--demo', '--port', port], {
    env: { NODE_ENV: 'production' },
    trouble: 'The server has stopped: see above.',
  })
})
