/** Random tests: which seed they draw by, and how often, is said in one place. */
import fc from 'fast-check'
import { inject } from 'vitest'

const USUAL_RUNS = 100
fc.configureGlobal({ seed: inject('seed'), numRuns: USUAL_RUNS * inject('runFactor') })
