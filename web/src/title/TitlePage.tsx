/** One title: what it is, its editions, where every copy stands, and the ways to it. */
import type { CopyLine, Description as Described } from '@catalex/contract/title'
import { familyOf, personLabel } from '@catalex/core/catalogue'
import { spokenName } from '@catalex/core/text'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useEffect, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { RoutesPanel } from '../routes/RoutesPanel.tsx'
import { useKeys } from '../shared/keys.ts'
import { lazyWithTexts } from '../shared/i18n.ts'
import { useCameFrom, useControlNumber, useLinks } from '../shared/links.ts'
import { useScope } from '../shared/scope.tsx'
import { titleQuery } from '../shared/titleQuery.ts'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Copies } from './Copies.tsx'
import { Description, Related } from './Description.tsx'
import { Editions } from './Editions.tsx'
import { Words } from '../ui/Words.tsx'
import styles from './title.module.css'

const HoldDialog = lazyWithTexts(() => import('../holds/HoldDialog.tsx'))

/** What a hold from this page is for: the edition, or one volume of it. */
interface Wish {
  volume: CopyLine | null
}

export default function TitlePage() {
  const { t } = useTranslation()
  const controlNumber = useControlNumber()
  const cameFrom = useCameFrom()
  const { chosen } = useScope()
  const { data, error, refetch } = useQuery(titleQuery(controlNumber, chosen))
  const [wish, setWish] = useState<Wish | null>(null)
  const holdAny = () => {
    setWish({ volume: null })
  }
  useKeys('h', holdAny)
  useEffect(() => {
    if (data) document.title = `${data.description.title} · Catalex`
  }, [data])

  if (error)
    return (
      <Page width={760}>
        <Trouble error={error} onRetry={() => void refetch()} />
      </Page>
    )
  if (!data)
    return (
      <Page busy>
        <Skeleton height={48} width="50%" />
        <Skeleton variant="rectangular" height={240} />
      </Page>
    )
  const { description } = data
  const own = data.editions.find((edition) => edition.controlNumber === data.controlNumber)
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
            <Words language={description.languages[0]}>{description.title}</Words>
            {description.remainder && (
              <span>
                {' '}
                <Words language={description.languages[0]}>{description.remainder}</Words>
              </span>
            )}
          </h1>
          <p>
            <People people={description.people} />
          </p>
          {description.summary && (
            <p className={styles.summary} dir="auto">
              {description.summary}
            </p>
          )}
        </header>
        {own && <Editions editions={data.editions} current={own} cameFrom={cameFrom} />}
        <Copies
          page={data}
          onHoldVolume={(volume) => {
            setWish({ volume })
          }}
          family={own ? familyOf(own.carrier) : 'print'}
        />
        <Description description={description} />
      </article>
      <aside className={styles.right} aria-label={t('search.routesOf', { title: description.title })}>
        <RoutesPanel controlNumber={controlNumber} onHold={holdAny} />
        <Related description={description} />
      </aside>
      {wish && (
        <Suspense>
          <HoldDialog
            controlNumber={controlNumber}
            volume={wish.volume}
            onClose={() => {
              setWish(null)
            }}
          />
        </Suspense>
      )}
    </div>
  )
}

function People({ people }: { people: Described['people'] }) {
  const { t } = useTranslation()
  const links = useLinks()
  const [all, setAll] = useState(false)
  const shown = all ? people : people.slice(0, MOST_PEOPLE)
  return (
    <>
      {shown.map(({ name, dates, roles: every, kind }, i) => {
        const roles = every.filter((role) => role !== 'author')
        return (
          <span key={`${name} ${dates ?? ''} ${String(i)}`}>
            {i > 0 && ' · '}
            <Link to={links.heading('person', personLabel({ name, dates }))}>
              <Words>{kind === 'person' ? spokenName(name) : name}</Words>
            </Link>
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
