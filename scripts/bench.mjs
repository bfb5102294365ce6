// npm run bench: see bench/README.md. Arguments go on to the benchmark.
import { afterSetup } from './setup/index.mjs'
import { run } from './setup/process.mjs'

await afterSetup({ benches: true }, () =>
  run('node', ['--max-old-space-size=8192', '--expose-gc', 'bench/dist/cli/bench.js', ...process.argv.slice(2)]),
)
