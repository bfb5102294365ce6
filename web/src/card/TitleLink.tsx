/** A title that leads to its page, where the catalogue still has it. */
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { Words } from '../ui/Words.tsx'
import styles from './card.module.css'

export function TitleLink({ controlNumber, title }: { controlNumber: string | null; title: string }) {
  const links = useLinks()
  return controlNumber === null ? (
    <span className={styles.title}>
      <Words>{title}</Words>
    </span>
  ) : (
    <Link to={links.title(controlNumber)} className={styles.title}>
      <Words>{title}</Words>
    </Link>
  )
}
