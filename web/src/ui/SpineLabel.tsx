/** A call number as it stands on the spine: stacked lines, a band in the colour of the format's family. */
import type { Family } from '@catalex/core/catalogue'
import styles from './ui.module.css'

const LINES = 5
/** Characters that fit a line at full size; longer lines are set smaller. */
const WIDE = 8
const VERY_WIDE = 12

export function SpineLabel({ lines, family }: { lines: readonly string[]; family: Family }) {
  const shown = lines.length > LINES ? [...lines.slice(0, LINES - 1), lines.slice(LINES - 1).join(' ')] : lines
  return (
    <span className={styles.spine} style={{ borderTopColor: `var(--family-${family})` }}>
      {shown.map((line, i) => (
        <span key={i} data-size={line.length > VERY_WIDE ? 'tiny' : line.length > WIDE ? 'small' : undefined}>
          {line}
        </span>
      ))}
    </span>
  )
}
