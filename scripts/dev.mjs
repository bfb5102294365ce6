// npm run dev: the server restarts and the pages reload as files change.
import { spawn } from 'node:child_process'
import { afterSetup } from './setup/index.mjs'
import { isLoaded, loadWorld, makeWorld } from './setup/world.mjs'

const [WORLD, DATA] = ['var/world', 'var/catalex.sqlite']

await afterSetup({}, async () => {
  if (!isLoaded(DATA)) {
    await makeWorld(WORLD)
    await loadWorld(WORLD, DATA)
  }
  const commands = [
    // The server's threads are started from what is built.
    ['npx', ['tsc', '-b', '--watch', '--preserveWatchOutput']],
    ['node', ['--watch', 'server/dist/cli/catalex.js', 'serve', '--demo']],
    ['npm', ['exec', '-w', 'web', '--', 'vite']],
  ]
  const children = commands.map(([command, args]) => spawn(command, args, { stdio: 'inherit' }))
  for (const child of children) child.on('close', () => children.forEach((other) => other.kill()))
})
