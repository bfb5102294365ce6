/** Said to those who listen, and not shown to those who look. */
import type { ReactNode } from 'react'
import styles from './ui.module.css'

export const Unseen = ({ children }: { children: ReactNode }) => (
  <div aria-live="polite" className={styles.unseen}>
    {children}
  </div>
)
