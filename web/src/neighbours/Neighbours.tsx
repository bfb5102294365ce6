/** The shelf around a copy: as spines, or as a list where there is little room or somebody likes that better. */
import type { TitlePage } from '@catalex/contract/title'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Skeleton from '@mui/material/Skeleton'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useInfiniteQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useKept } from '../shared/kept.ts'
import { usePlaces } from '../shared/places.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { neighboursQuery } from './neighboursQuery.ts'
import { ShelfList } from './ShelfList.tsx'
import { Spines } from './Spines.tsx'
import styles from './neighbours.module.css'

export default function Neighbours({ page }: { page: TitlePage }) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const narrow = useMediaQuery(useTheme().breakpoints.down('md'))
  const [asList, setAsList] = useKept<boolean | null>('neighbours as list', null)
  const [chosen, setChosen] = useState<string | null>(null)
  const anchors = page.copies.filter((copy, i, all) => all.findIndex((one) => one.place.branch === copy.place.branch) === i)
  const anchor = anchors.find((copy) => copy.place.branch === chosen) ?? anchors.at(0)
  const shelf = useInfiniteQuery({ ...neighboursQuery(anchor?.barcode ?? ''), enabled: anchor !== undefined })
  if (!anchor) return null
  const { data, error, refetch, hasPreviousPage, hasNextPage, isFetching, fetchPreviousPage, fetchNextPage } = shelf
  const more = (there: boolean, fetch: () => Promise<unknown>) => (there && !isFetching ? () => void fetch() : null)
  const Form = (asList ?? narrow) ? ShelfList : Spines
  return (
    <section aria-labelledby="neighbours-heading" className={styles.neighbours} data-screen>
      <div className={styles.head}>
        <h2 id="neighbours-heading">{t('neighbours.heading')}</h2>
        <span className={styles.soft}>
          {anchors.length > 1 ? (
            <Select
              variant="standard"
              size="small"
              value={anchor.place.branch}
              inputProps={{ 'aria-label': t('neighbours.branch') }}
              onChange={(event) => {
                setChosen(event.target.value)
              }}
            >
              {anchors.map(({ place }) => (
                <MenuItem key={place.branch} value={place.branch}>
                  {branchName(place.branch)}
                </MenuItem>
              ))}
            </Select>
          ) : (
            branchName(anchor.place.branch)
          )}
          , {data?.pages[0]?.collection ?? anchor.place.collection}
        </span>
        <Button
          size="small"
          className={styles.form}
          onClick={() => {
            setAsList(Form === Spines)
          }}
        >
          {t(Form === Spines ? 'neighbours.asList' : 'neighbours.asSpines')}
        </Button>
      </div>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Skeleton variant="rectangular" height={150} />}
      {data && (
        <Form
          key={anchor.barcode}
          spines={data.pages.flatMap(({ spines }) => spines)}
          own={anchor.barcode}
          onLeft={more(hasPreviousPage, fetchPreviousPage)}
          onRight={more(hasNextPage, fetchNextPage)}
        />
      )}
    </section>
  )
}
