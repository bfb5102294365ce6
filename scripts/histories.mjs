// npm run histories: see bench/README.md. Arguments go on.
import { afterSetup } from './setup/index.mjs'
import { run } from './setup/process.mjs'

await afterSetup({ benches: true }, () => run('node', ['bench/dist/cli/histories.js', ...process.argv.slice(2)]))
