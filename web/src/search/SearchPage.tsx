/** The search: Narrowing at the left, the list in the middle, the ways to get the title in focus at the right. */
import Drawer from '@mui/material/Drawer'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate, useSearchParams } from 'react-router'
import { usePlaces } from '../app/places.tsx'
import { useStanding } from '../app/standing.tsx'
import { HoldDialog } from '../holds/HoldDialog.tsx'
import { RoutesPanel } from '../title/RoutesPanel.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { addressOf, questionFrom, type CameFrom, type Question } from './address.ts'
import { Empty } from './Empty.tsx'
import { Head } from './Head.tsx'
import { Narrowing } from './Narrowing.tsx'
import { Pages } from './Pages.tsx'
import { searchQuery } from './queries.ts'
import { Row } from './Row.tsx'
import { useRowKeys } from './useRowKeys.ts'
import { useReturn } from './useReturn.ts'
import styles from './search.module.css'

export function SearchPage() {
  const { t } = useTranslation()
  const navigate = useNavigate()
  const [parameters] = useSearchParams()
  const { standing } = useStanding()
  const places = usePlaces()
  const narrow = useMediaQuery('(max-width: 1060px)')
  const phone = useMediaQuery('(max-width: 760px)')
  const question = useMemo(() => questionFrom(parameters), [parameters])
  const { data, error, refetch, isPlaceholderData } = useQuery({
    ...searchQuery(question, standing),
    enabled: places.all.branches.length > 0,
  })
  const [holding, setHolding] = useState<string | null>(null)
  const [sheet, setSheet] = useState<'routes' | 'narrowing' | null>(null)

  const address = addressOf(question, { in: standing.in, as: standing.as, at: parameters.get('at') })
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

  const go = (next: Question) => void navigate(addressOf(next, { in: standing.in, as: standing.as, at: parameters.get('at') }))
  const narrowing = data && <Narrowing question={question} answer={data} onChange={go} />

  return (
    <div className={styles.zones}>
      {!phone && (
        <aside className={styles.left} aria-label={t('narrowing.label')}>
          {narrowing}
        </aside>
      )}
      <section className={styles.centre} aria-label={t('search.results')} aria-busy={isPlaceholderData}>
        {error && <Trouble error={error} onRetry={() => void refetch()} />}
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
                onWider={() => void navigate(addressOf(question, { in: [], as: [], at: parameters.get('at') }))}
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
      <Drawer
        anchor="bottom"
        open={sheet !== null}
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
          <button
            type="button"
            className={styles.sheetDone}
            onClick={() => {
              setSheet(null)
            }}
          >
            {t('search.showTitles', { count: data.count })}
          </button>
        )}
      </Drawer>
      {holding !== null && (
        <HoldDialog
          controlNumber={holding}
          onClose={() => {
            setHolding(null)
          }}
        />
      )}
    </div>
  )
}
