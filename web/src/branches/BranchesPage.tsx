/** Every branch with where it is and whether it is open, by system. */
import type { Branch } from '@catalex/contract/libraries'
import Typography from '@mui/material/Typography'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { OpenState } from '../ui/marks/OpenState.tsx'
import { Page } from '../ui/Page.tsx'
import styles from './branches.module.css'

export default function BranchesPage() {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return (
    <Page width={860} title={t('branches.heading')}>
      {all.systems.map(({ code, name }) => (
        <section key={code} aria-label={name}>
          <Typography variant="h2" className={styles.system}>
            {name}
          </Typography>
          <ul className={styles.list}>
            {all.branches
              .filter(({ system }) => system === code)
              .map((branch) => (
                <Line key={branch.code} branch={branch} />
              ))}
          </ul>
        </section>
      ))}
    </Page>
  )
}

function Line({ branch }: { branch: Branch }) {
  const links = useLinks()
  return (
    <li>
      <Link to={links.branch(branch.code)}>{branch.name}</Link>
      <span className={styles.soft}>{branch.contact?.address}</span>
      <OpenState branch={branch} />
    </li>
  )
}
