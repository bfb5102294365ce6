/** A call number as it stands on the spine: stacked lines, a band in the colour of the format's family. */
import type { Family } from '@catalex/core/catalogue'
import styles from '../ui.module.css'

const LINES = 5
/** Of a line, in rem: its room, its letters at full size, and at the smallest that can be read. */
const ROOM = 3.55
const FULL = 0.75
const SMALLEST = 0.5
/** Width of a letter of the typeface for call numbers, for a size of one. */
const LETTER = 0.62

/** A long word is set smaller, so that it stays in one piece as long as it can be read. */
function sizeOf(line: string): string | undefined {
  const longest = Math.max(...line.split(' ').map((word) => word.length))
  const fitting = ROOM / (LETTER * longest)
  return fitting >= FULL ? undefined : `${Math.max(SMALLEST, fitting).toFixed(3)}rem`
}

interface Props {
  lines: readonly string[]
  family: Family
  /** Where the call number stands beside it in one line, it is not read out twice. */
  repeated?: boolean
}

export function SpineLabel({ lines, family, repeated = false }: Props) {
  const shown = lines.length > LINES ? [...lines.slice(0, LINES - 1), lines.slice(LINES - 1).join(' ')] : lines
  return (
    <span className={styles.spine} aria-hidden={repeated || undefined} style={{ borderTopColor: `var(--family-${family})` }}>
      {shown.map((line, i) => (
        <span key={i} style={{ fontSize: sizeOf(line) }}>
          {line}
        </span>
      ))}
    </span>
  )
}
