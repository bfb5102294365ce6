// npm run build
import { build, checkNode, install, main } from './house.mjs'

await main(async () => {
  checkNode()
  await install()
  await build()
})
