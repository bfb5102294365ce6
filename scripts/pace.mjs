// npm run pace: how a search feels on a machine four times slower. Nothing fails by time.
import { afterSetup } from './setup/index.mjs'
import { playwright } from './setup/browserWorld.mjs'

const PORT = 4392
await afterSetup({ browser: true }, () => playwright('pace', PORT))
