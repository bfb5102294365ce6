/** A journey as a line of stops: behind what has happened, before it what is to come. */
import styles from './stops.module.css'

export interface Stop {
  text: string
  state: 'past' | 'now' | 'ahead'
}

interface StopsProps {
  label: string
  stops: readonly Stop[]
  /** Whether nothing is on its way yet. */
  waiting?: boolean
}

export function Stops({ label, stops, waiting = false }: StopsProps) {
  return (
    <ol className={styles.journey} data-waiting={waiting} aria-label={label}>
      {stops.map(({ text, state }) => (
        <li key={text} data-state={state} aria-current={state === 'now' ? 'step' : undefined}>
          <span className={styles.stop} />
          <span>{text}</span>
        </li>
      ))}
    </ol>
  )
}
