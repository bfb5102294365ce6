// npm run bench: see bench/README.md. Arguments go on to the benchmark.
import { build, checkNode, install, main, run } from './house.mjs'

await main(async () => {
  checkNode()
  await install()
  await build()
  await run('node', ['--max-old-space-size=8192', '--expose-gc', 'bench/dist/cli/bench.js', ...process.argv.slice(2)])
})
