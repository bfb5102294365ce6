import 'vitest'

declare module 'vitest' {
  export interface ProvidedContext {
    /** By which random tests draw. */
    seed: number
    /** How many times the runs of an ordinary random test are played. */
    runFactor: number
    /** Where worlds are kept that tests begin with. */
    worldsFolder: string
  }
}
