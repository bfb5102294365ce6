// Packages of Debian: what compiles the driver, and the browser of the tests.
import { existsSync } from 'node:fs'
import { isOnPath, run, Stop } from './process.mjs'

/** @param why what can't be done without them, as the beginning of a sentence */
export async function installDebian(packages, why) {
  const names = packages.join(' ')
  if (!canInstall()) throw new Stop(`${why}: install ${names} as root, then start again.`)
  await run('apt-get', ['update', '-qq'], { quiet: true, trouble: `${why}, and Debian’s package lists could not be fetched.` })
  await run('apt-get', ['install', '-y', '-qq', ...packages], {
    quiet: true,
    env: { DEBIAN_FRONTEND: 'noninteractive' },
    trouble: `${why}, and ${names} could not be installed.`,
  })
}

const canInstall = () => process.getuid?.() === 0 && isOnPath('apt-get')
const WHY = 'The browser tests need Debian’s Chromium'

/** The step that installs Debian's Chromium where it is missing: the build without a window, which does half the work; the whole one where there is no other. */
export function chromiumSteps() {
  if (existsSync('/usr/bin/chromium-headless-shell') || (existsSync('/usr/bin/chromium') && !canInstall())) return []
  return [
    {
      name: 'Chromium',
      cores: 0,
      run: () => installDebian(['chromium-headless-shell'], WHY).catch(() => installDebian(['chromium'], WHY)),
    },
  ]
}
