/** One title: what it is, its editions, where every copy stands, and the ways to it. */
import { familyOf } from '@catalex/core/catalogue'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation, useParams } from 'react-router'
import { useKeys } from '../app/keys.ts'
import { usePlaces } from '../app/places.tsx'
import { useStanding } from '../app/standing.tsx'
import { HoldDialog } from '../holds/HoldDialog.tsx'
import type { CameFrom } from '../search/address.ts'
import { headingAddress } from '../search/queries.ts'
import { Trouble } from '../ui/Trouble.tsx'
import { Copies } from './Copies.tsx'
import { Description, LeadsOn } from './Description.tsx'
import { Editions } from './Editions.tsx'
import { titleQuery } from './queries.ts'
import { RoutesPanel } from './RoutesPanel.tsx'
import styles from './title.module.css'

/** What a hold from this page is for: the edition, or one volume of it. */
interface Wish {
  barcode: string | null
}

export function TitlePage() {
  const { t } = useTranslation()
  const { controlNumber = '' } = useParams()
  const cameFrom = useLocation().state as CameFrom | null
  const { standing } = useStanding()
  const { all } = usePlaces()
  const { data, error, refetch } = useQuery({ ...titleQuery(controlNumber, standing), enabled: all.branches.length > 0 })
  const [wish, setWish] = useState<Wish | null>(null)
  const holdAny = () => {
    setWish({ barcode: null })
  }
  useKeys('h', holdAny)
  useEffect(() => {
    if (data) document.title = `${data.description.title} · Catalex`
  }, [data])

  if (error)
    return (
      <div className={styles.alone}>
        <Trouble error={error} onRetry={() => void refetch()} />
      </div>
    )
  if (!data) return <div className={styles.alone} aria-busy="true" />
  const { description } = data
  const own = data.editions.find((edition) => edition.recordId === data.recordId)
  return (
    <div className={styles.zones}>
      <article className={styles.centre}>
        {cameFrom && (
          <Link to={cameFrom.address} className={styles.back}>
            ‹ {t('title.back', { count: cameFrom.count })}
          </Link>
        )}
        <header className={styles.head}>
          <h1>
            {description.title}
            {description.remainder && <span> {description.remainder}</span>}
          </h1>
          <p>
            <People people={description.people} />
          </p>
          {description.summary && <p className={styles.summary}>{description.summary}</p>}
        </header>
        {own && <Editions editions={data.editions} current={own} cameFrom={cameFrom} />}
        <Copies
          page={data}
          onHoldVolume={(barcode) => {
            setWish({ barcode })
          }}
          family={own ? familyOf(own.carrier) : 'print'}
        />
        <Description description={description} />
      </article>
      <aside className={styles.right} aria-label={t('search.routesOf', { title: description.title })}>
        <RoutesPanel controlNumber={controlNumber} onHold={holdAny} />
        <LeadsOn description={description} />
      </aside>
      {wish && (
        <HoldDialog
          controlNumber={controlNumber}
          barcode={wish.barcode}
          onClose={() => {
            setWish(null)
          }}
        />
      )}
    </div>
  )
}

function People({ people }: { people: { name: string; dates: string | null; roles: string[]; main: boolean }[] }) {
  return people.map((person, i) => {
    const roles = person.roles.filter((role) => role !== 'author')
    return (
      <span key={person.name}>
        {i > 0 && ' · '}
        <Link to={headingAddress('person', [person.name, person.dates].filter(Boolean).join(', '))}>{spoken(person.name)}</Link>
        {roles.length > 0 && ` (${roles.join(', ')})`}
      </span>
    )
  })
}

function spoken(name: string): string {
  const [family, given] = name.split(/,\s*/, 2)
  return given ? `${given} ${family}` : name
}
