// npm run screenshots: the pictures of the main views, from the demo's world on its day.
import { build, checkNode, install, main, run } from './house.mjs'
import { chromium, withServer } from './browser.mjs'

await main(async () => {
  checkNode()
  await install()
  await build()
  await chromium()
  await withServer('screenshots', 4391, (address) =>
    run('npx', ['playwright', 'test', '--config', 'e2e/screenshots.config.ts'], { env: { CATALEX_ADDRESS: address } }),
  )
})
