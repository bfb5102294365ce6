/** Seen while it has the focus: leads past what stands before a part of the page. */
import styles from './ui.module.css'

export const SkipLink = ({ id, words }: { id: string; words: string }) => (
  <a
    className={styles.skip}
    href={`#${id}`}
    data-screen
    onClick={(event) => {
      // The address stays that of the search.
      event.preventDefault()
      document.getElementById(id)?.focus()
    }}
  >
    {words}
  </a>
)
