/** What stands at the foot of a spine, where there is room for two short words: those that tell neighbours apart. */

/** Which copy it is tells no title apart. */
const COPY = /^c\.\d+$/
/** The hundred that neighbours share says nothing where there is little room. */
const WHOLE_NUMBER = /^\d{3}\.(?=\d)/
const WORDS = 2

/** The last words of a call number: "ORR v.2", ".177 GAN", of a journal its volume and year. @param lines of the spine label */
export const footOf = (lines: readonly string[]): string[] =>
  lines
    .filter((line) => !COPY.test(line))
    .flatMap((line) => line.replace(/[()]/g, ' ').split(' '))
    .filter((word) => word !== '')
    .slice(-WORDS)
    .map((word) => word.replace(WHOLE_NUMBER, '.'))

/** In rem: letters at full size, and at the smallest that can be read. */
const FULL = 0.625
const MIN = 0.5
/** Width of a letter of the typeface, for a size of one. */
const LETTER = 0.62

/** A long word is set smaller. @param width of the spine, in rem */
export function sizeFor(word: string, width: number): string | undefined {
  const fitting = (width - 0.125) / (LETTER * word.length)
  return fitting >= FULL ? undefined : `${Math.max(MIN, fitting).toFixed(3)}rem`
}
