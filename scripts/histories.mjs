// npm run histories: see bench/README.md. Arguments go on.
import { build, checkNode, install, main, run } from './house.mjs'

await main(async () => {
  checkNode()
  await install()
  await build()
  await run('node', ['bench/dist/cli/histories.js', ...process.argv.slice(2)])
})
