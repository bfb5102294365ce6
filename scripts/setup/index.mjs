// What a script needs before its own work: packages, driver, build.
import { buildServer, buildWeb } from './build.mjs'
import { chromiumSteps } from './debian.mjs'
import { installSteps } from './packages.mjs'
import { checkNode, main } from './process.mjs'
import { runSteps } from './steps.mjs'

export const serverStep = (benches = false) => ({ name: 'Server', needs: ['Packages'], run: () => buildServer({ benches }) })
export const webStep = (compression = 'best') => ({ name: 'Web application', needs: ['Packages'], run: () => buildWeb(compression) })

/** Installs and builds what is missing, then does `work`. */
export const afterSetup = ({ benches = false, browser = false }, work) =>
  main(async () => {
    checkNode()
    await runSteps([...(browser ? chromiumSteps() : []), ...installSteps(), serverStep(benches), webStep()])
    await work()
  })
