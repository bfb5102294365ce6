/** Who made it, each with what they did; of many the first. */
import type { Description as Described } from '@catalex/contract/title'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { Words } from '../ui/Words.tsx'
import styles from './title.module.css'

export function People({ people }: { people: Described['people'] }) {
  const { t } = useTranslation()
  const links = useLinks()
  const [all, setAll] = useState(false)
  const shown = all ? people : people.slice(0, MOST_PEOPLE)
  return (
    <>
      {shown.map(({ spoken, heading, inScript, roles: every }, i) => {
        const roles = every.filter((role) => role !== 'author')
        return (
          <span key={`${heading} ${String(i)}`}>
            {i > 0 && ' · '}
            <Link to={links.heading('person', heading)}>
              <Words>{spoken}</Words>
            </Link>
            {inScript && (
              <span className={styles.soft}>
                {' '}
                <Words>{inScript}</Words>
              </span>
            )}
            {roles.length > 0 && ` (${roles.join(', ')})`}
          </span>
        )
      })}
      {shown.length < people.length && (
        <Button
          size="small"
          onClick={() => {
            setAll(true)
          }}
        >
          {t('title.allPeople', { count: people.length })}
        </Button>
      )}
    </>
  )
}

/** More people than this are shown when somebody wants to see them. */
const MOST_PEOPLE = 12
