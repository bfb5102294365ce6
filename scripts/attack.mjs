// npm run attack: see bench/README.md. Arguments go on to the attack.
import { afterSetup } from './setup/index.mjs'
import { run } from './setup/process.mjs'

await afterSetup({ benches: true }, () => run('node', ['bench/dist/cli/attack.js', ...process.argv.slice(2)]))
