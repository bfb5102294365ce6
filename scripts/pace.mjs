// npm run pace: how a search feels on a machine four times slower. Nothing fails by time.
import { build, checkNode, install, main, run } from './house.mjs'
import { chromium, withServer } from './browser.mjs'

await main(async () => {
  checkNode()
  await install()
  await build()
  await chromium()
  await withServer('pace', 4392, (address) =>
    run('npx', ['playwright', 'test', '--config', 'e2e/pace.config.ts'], { env: { CATALEX_ADDRESS: address } }),
  )
})
