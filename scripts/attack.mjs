// npm run attack: see bench/README.md. Arguments go on to the attack.
import { build, checkNode, install, main, run } from './house.mjs'

await main(async () => {
  checkNode()
  await install()
  await build()
  await run('node', ['bench/dist/cli/attack.js', ...process.argv.slice(2)])
})
