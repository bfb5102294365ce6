// npm run build: what a library serves, its types checked.
import { buildChecked, buildWeb } from './setup/build.mjs'
import { install } from './setup/packages.mjs'
import { checkNode, main } from './setup/process.mjs'

await main(async () => {
  checkNode()
  await install()
  await buildChecked()
  await buildWeb()
})
