/** A part of a page: its heading, what is said beside it, what can be done. */
import type { ReactNode } from 'react'
import styles from './backroom.module.css'

interface PartProps {
  title: string
  aside?: ReactNode
  action?: ReactNode
  children: ReactNode
}

export function Part({ title, aside, action, children }: PartProps) {
  return (
    <section className={styles.part} aria-label={title}>
      <div className={styles.partHead}>
        <h2>{title}</h2>
        <span className={styles.soft}>{aside}</span>
        {action}
      </div>
      {children}
    </section>
  )
}
