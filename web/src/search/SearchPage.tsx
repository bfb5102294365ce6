/** The search: Narrowing at the left, the list in the middle, the ways to get the title in focus at the right. */
import { questionFromAddress, type Question } from '@catalex/core/query'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useQuery } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate, useSearchParams } from 'react-router'
import { RoutesPanel } from '../routes/RoutesPanel.tsx'
import { lazyWithTexts } from '../shared/i18n.ts'
import { useLinks, type CameFrom } from '../shared/links.ts'
import { useScope } from '../shared/scope.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Empty } from './list/Empty.tsx'
import { Head } from './list/Head.tsx'
import { Pages } from './list/Pages.tsx'
import { Row } from './list/Row.tsx'
import { useReturn } from './list/useReturn.ts'
import { useRowKeys } from './list/useRowKeys.ts'
import { Narrowing } from './narrowing/Narrowing.tsx'
import { searchQuery } from './queries.ts'
import styles from './search.module.css'

const Drawer = lazy(() => import('@mui/material/Drawer'))
const HoldDialog = lazyWithTexts(() => import('../holds/HoldDialog.tsx'))

export function SearchPage() {
  const { t } = useTranslation()
  const navigate = useNavigate()
  const links = useLinks()
  const [parameters] = useSearchParams()
  const { chosen } = useScope()
  const { breakpoints } = useTheme()
  const narrow = useMediaQuery(breakpoints.down('md'))
  const phone = useMediaQuery(breakpoints.down('sm'))
  const question = useMemo(() => questionFromAddress(parameters), [parameters])
  const answer = useQuery(searchQuery(question, chosen))
  const { data, error, isPlaceholderData } = answer
  const [holding, setHolding] = useState<string | null>(null)
  const [sheet, setSheet] = useState<'routes' | 'narrowing' | null>(null)

  const address = links.search(question)
  const rows = data?.rows ?? []
  const cameFrom: CameFrom = { address, count: data?.count ?? 0 }
  const { current, setCurrent } = useReturn(address, rows)
  const focus = rows[Math.min(current, rows.length - 1)]
  useRowKeys({
    count: rows.length,
    current,
    setCurrent,
    onHold: (row) => {
      setHolding(rows[row]?.controlNumber ?? null)
    },
  })
  useEffect(() => {
    document.title = question.q === '' ? 'Catalex' : `${question.q} · Catalex`
  }, [question.q])

  const go = (next: Question) => void navigate(links.search(next))
  const narrowing = data && <Narrowing question={question} answer={data} onChange={go} />

  return (
    <div className={styles.zones}>
      {!phone && (
        <aside className={styles.left} aria-label={t('narrowing.label')}>
          {narrowing}
        </aside>
      )}
      <section className={styles.centre} aria-label={t('search.results')} aria-busy={isPlaceholderData}>
        {error && <Trouble error={error} onRetry={() => void answer.refetch()} />}
        {!data && !error && <Waiting />}
        {data && (
          <>
            <Head
              question={question}
              answer={data}
              onChange={go}
              onNarrow={
                phone
                  ? () => {
                      setSheet('narrowing')
                    }
                  : undefined
              }
            />
            {rows.length === 0 ? (
              <Empty
                question={question}
                answer={data}
                onChange={go}
                onWider={() => void navigate(links.search(question, { in: [], as: [], at: chosen.at }))}
              />
            ) : (
              <ol className={styles.rows}>
                {rows.map((row, i) => (
                  <Row
                    key={row.controlNumber}
                    row={row}
                    number={i}
                    current={i === current}
                    cameFrom={cameFrom}
                    onFocus={() => {
                      setCurrent(i)
                    }}
                    onRoutes={
                      narrow
                        ? () => {
                            setCurrent(i)
                            setSheet('routes')
                          }
                        : undefined
                    }
                  />
                ))}
              </ol>
            )}
            <Pages question={question} answer={data} onChange={go} />
          </>
        )}
      </section>
      {!narrow && (
        <aside className={styles.right} aria-label={focus ? t('search.routesOf', { title: focus.title }) : undefined}>
          {focus && (
            <RoutesPanel
              controlNumber={focus.controlNumber}
              headed
              onHold={() => {
                setHolding(focus.controlNumber)
              }}
            />
          )}
        </aside>
      )}
      {sheet !== null && (
        <Suspense>
          <Drawer
            anchor="bottom"
            open
            onClose={() => {
              setSheet(null)
            }}
            slotProps={{
              paper: {
                className: styles.sheet,
                'aria-label': sheet === 'narrowing' ? t('narrowing.label') : t('search.routesOf', { title: focus?.title ?? '' }),
              },
            }}
          >
            {sheet === 'routes' && focus && (
              <RoutesPanel
                controlNumber={focus.controlNumber}
                headed
                onHold={() => {
                  setHolding(focus.controlNumber)
                }}
              />
            )}
            {sheet === 'narrowing' && narrowing}
            {sheet === 'narrowing' && data && (
              <Button
                variant="contained"
                fullWidth
                className={styles.sheetDone}
                onClick={() => {
                  setSheet(null)
                }}
              >
                {t('search.showTitles', { count: data.count })}
              </Button>
            )}
          </Drawer>
        </Suspense>
      )}
      {holding !== null && (
        <Suspense>
          <HoldDialog
            controlNumber={holding}
            onClose={() => {
              setHolding(null)
            }}
          />
        </Suspense>
      )}
    </div>
  )
}

/** The shape of the list while it is on its way. */
function Waiting() {
  return (
    <div className={styles.head} aria-hidden="true">
      <Skeleton width="12rem" height={32} />
      {[0, 1, 2, 3].map((row) => (
        <Skeleton key={row} variant="rectangular" height={110} className={styles.waiting} />
      ))}
    </div>
  )
}
