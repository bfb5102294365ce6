/** The search: Narrowing at the left, the list in the middle, the ways to get the title in focus at the right. */
import type { SearchAnswer } from '@catalex/contract/search'
import { NO_SCOPE, questionFromAddress, type Question } from '@catalex/core/query'
import Skeleton from '@mui/material/Skeleton'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useQuery } from '@tanstack/react-query'
import { Suspense, useDeferredValue, useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate, useSearchParams } from 'react-router'
import { RoutesPanel } from '../routes/RoutesPanel.tsx'
import { useArrival } from '../shared/focus/useArrival.ts'
import { useKept } from '../shared/kept.ts'
import { useLinks, type CameFrom } from '../shared/links.ts'
import { useOwnTitles } from '../shared/ownTitles.ts'
import { useGather } from '../shared/satchel/useSatchel.ts'
import { useScope } from '../shared/scope.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Unseen } from '../ui/Unseen.tsx'
import { Words } from '../ui/Words.tsx'
import { Empty } from './list/Empty.tsx'
import { goodEditions } from './list/goodEditions.ts'
import { Head } from './list/Head.tsx'
import { Rows, type Shown } from './list/Rows.tsx'
import { useDensity } from './list/useDensity.ts'
import { useReturn } from './list/useReturn.ts'
import { useRowKeys } from './list/useRowKeys.ts'
import { Narrowing } from './narrowing/Narrowing.tsx'
import { ShowTitles } from './narrowing/ShowTitles.tsx'
import { questionMeant } from './questionMeant.ts'
import { searchQuery } from './queries.ts'
import { useSearchTitle } from './useSearchTitle.ts'
import { lazyPart, lazyWithTexts, overThePage } from '../ui/parts/lazyPart.tsx'
import styles from './search.module.css'

const Sheet = lazyPart(() => import('../ui/Sheet.tsx'), overThePage)
const HoldDialog = lazyWithTexts(() => import('../holds/HoldDialog.tsx'), overThePage)

/** What a hold from the list is for. */
interface Wish {
  controlNumber: string
  editions: readonly string[]
}

export function SearchPage() {
  const { t } = useTranslation()
  const navigate = useNavigate()
  const links = useLinks()
  const [parameters] = useSearchParams()
  const { chosen, scope } = useScope()
  const { breakpoints } = useTheme()
  const narrow = useMediaQuery(breakpoints.down('md'))
  const phone = useMediaQuery(breakpoints.down('sm'))
  const asked = useMemo(() => questionFromAddress(parameters), [parameters])
  const answer = useQuery(searchQuery(asked, chosen))
  const { data, error, isPlaceholderData } = answer
  // Where another reading was put in the place of the words, all that is shown and pressed is of it.
  const question = data?.meant && !isPlaceholderData ? questionMeant(asked, data.meant) : asked
  const [wish, setWish] = useState<Wish | null>(null)
  const [sheet, setSheet] = useState<'routes' | 'narrowing' | null>(null)
  const [density, setDensity] = useDensity()
  const ownOf = useOwnTitles()
  const gather = useGather()

  const address = links.search(asked)
  const rows = data?.rows ?? []
  const shown = useShown(isPlaceholderData ? undefined : data, { question, scope, links, address })
  // The first list comes at once; later ones are drawn piece by piece, so that nothing pressed meanwhile waits.
  const drawn = useDeferredValue(shown) ?? shown
  const changing = isPlaceholderData || (data !== undefined && drawn?.answer !== data)
  const { current, setCurrent, rowToReturnTo } = useReturn(address)
  const [unfolded, setUnfolded] = useKept<string[]>(`unfolded ${address}`, [])
  const focus = rows[Math.min(current, rows.length - 1)]
  const good = focus ? goodEditions(focus, question, scope) : []
  useRowKeys({
    count: rows.length,
    current,
    setCurrent,
    onHold: (at) => {
      const row = rows[at]
      if (row) setWish({ controlNumber: row.controlNumber, editions: [row.controlNumber] })
    },
    onGather: (at) => {
      const row = rows[at]
      if (row) gather({ controlNumber: row.controlNumber, barcode: null })
    },
  })
  const title = useSearchTitle(asked)
  const view = `search ${asked.q} ${asked.field} ${String(asked.page)} ${asked.q === '' ? title : ''}`
  const heading = useArrival(view, data && !changing ? title : null, rowToReturnTo)

  const go = (next: Question) => void navigate(links.search(next))
  const closeSheet = () => {
    setSheet(null)
  }
  const narrowing = data && <Narrowing question={question} answer={data} onChange={go} />
  const routes = focus && (
    <RoutesPanel
      controlNumber={focus.controlNumber}
      alsoGood={good}
      headed={narrow ? 'sheet' : 'beside'}
      onHold={(editions) => {
        setWish({ controlNumber: focus.controlNumber, editions })
      }}
    />
  )

  return (
    <div className={styles.zones} data-density={density}>
      {!phone && (
        <aside id="narrowing" tabIndex={-1} className={styles.left} aria-label={t('narrowing.label')}>
          {narrowing}
        </aside>
      )}
      <section id="results" tabIndex={-1} className={styles.centre} aria-label={t('search.results')} aria-busy={changing}>
        {error && !data && <h1>{t('search.notShown')}</h1>}
        {error && <Trouble error={error} onRetry={() => void answer.refetch()} />}
        {!data && !error && <Waiting />}
        {data && (
          <>
            <Head
              ref={heading}
              question={question}
              asked={asked}
              answer={data}
              density={density}
              onDensity={setDensity}
              onChange={go}
              onNarrow={
                phone
                  ? () => {
                      setSheet('narrowing')
                    }
                  : undefined
              }
            />
            <Unseen>{rows.length === 0 && t('search.emptySaid', { count: data.offers.length })}</Unseen>
            {rows.length === 0 ? (
              <Empty
                question={question}
                answer={data}
                onChange={go}
                onOnline={() => void navigate(links.search(question, { ...scope, online: true }))}
                onWider={() => void navigate(links.search(question, { ...NO_SCOPE, at: scope.at, online: scope.online }))}
              />
            ) : (
              drawn && (
                <Rows
                  shown={drawn}
                  current={current}
                  unfolded={unfolded}
                  ownOf={ownOf}
                  onUnfold={(controlNumber, open) => {
                    const others = unfolded.filter((one) => one !== controlNumber)
                    setUnfolded(open ? [...others, controlNumber] : others)
                  }}
                  onFocus={setCurrent}
                  onRoutes={
                    narrow
                      ? (at) => {
                          setCurrent(at)
                          setSheet('routes')
                        }
                      : null
                  }
                  onChange={go}
                />
              )
            )}
          </>
        )}
      </section>
      {!narrow && (
        <aside className={styles.right} aria-label={focus ? t('search.routesOf', { title: focus.title }) : undefined}>
          {routes}
        </aside>
      )}
      {sheet === 'routes' && focus && (
        <Suspense>
          <Sheet title={<Words>{focus.title}</Words>} onClose={closeSheet}>
            {routes}
          </Sheet>
        </Suspense>
      )}
      {sheet === 'narrowing' && data && (
        <Suspense>
          <Sheet title={t('narrowing.label')} onClose={closeSheet} foot={<ShowTitles count={data.count} onShow={closeSheet} />}>
            {narrowing}
          </Sheet>
        </Suspense>
      )}
      {wish !== null && (
        <Suspense>
          <HoldDialog
            controlNumber={wish.controlNumber}
            editions={wish.editions}
            onClose={() => {
              setWish(null)
            }}
          />
        </Suspense>
      )}
    </div>
  )
}

interface ShownWith extends Pick<Shown, 'question' | 'scope' | 'links'> {
  address: string
}

/** An answer with what it is the answer to, until the next has come. */
function useShown(answer: SearchAnswer | undefined, { question, scope, links, address }: ShownWith): Shown | null {
  const [shown, setShown] = useState<Shown | null>(null)
  const isOther = answer !== undefined && (shown?.answer !== answer || shown.cameFrom.address !== address || shown.links !== links)
  if (isOther) setShown({ answer, question, scope, links, cameFrom: listOf(answer, question, address) })
  return shown
}

const listOf = ({ count, page, rows }: SearchAnswer, { size }: Question, address: string): CameFrom => ({
  address,
  count,
  rows: rows.map(({ controlNumber, title }) => ({ controlNumber, title })),
  from: (page - 1) * size + 1,
})

/** The shape of the list while it is on its way. */
function Waiting() {
  return (
    <div className={styles.head} aria-hidden="true">
      <Skeleton width="12rem" height={32} />
      {[0, 1, 2, 3, 4, 5].map((row) => (
        <Skeleton key={row} variant="rectangular" height={78} className={styles.waiting} />
      ))}
    </div>
  )
}
