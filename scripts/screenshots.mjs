// npm run screenshots: the pictures of the main views, from the demo's world on its day.
import { afterSetup } from './setup/index.mjs'
import { playwright } from './setup/browserWorld.mjs'

const PORT = 4391
await afterSetup({ browser: true }, () => playwright('screenshots', PORT))
