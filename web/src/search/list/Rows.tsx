/**
 * The rows of an answer, and its pages. While another answer is on its way they stay as they are, with nothing to press, so
 * that a press on a facet draws only what changes with it.
 */
import type { SearchAnswer } from '@catalex/contract/search'
import type { Question } from '@catalex/core/query'
import { memo, Suspense } from 'react'
import type { CameFrom, Links } from '../../shared/links.ts'
import type { Own } from '../../shared/ownTitles.ts'
import type { FullScope } from '../../shared/scope.tsx'
import { Pages } from './Pages.tsx'
import { Row } from './Row.tsx'
import { lazyWithTexts } from '../../ui/parts/lazyPart.tsx'
import styles from '../search.module.css'

const SaveList = lazyWithTexts(() => import('./SaveList.tsx'))

/** An answer with what it is the answer to. */
export interface Shown {
  answer: SearchAnswer
  /** As it was read. */
  question: Question
  scope: FullScope
  links: Links
  cameFrom: CameFrom
}

interface Props {
  shown: Shown
  current: number
  /** Control numbers. */
  unfolded: readonly string[]
  ownOf(controlNumbers: readonly string[]): Own | null
  onUnfold(controlNumber: string, open: boolean): void
  onFocus(row: number): void
  /** Opens the routes on a narrow screen. */
  onRoutes: ((row: number) => void) | null
  onChange(next: Question): void
}

export const Rows = memo(
  function Rows({
    shown: { answer, question, scope, links, cameFrom },
    current,
    unfolded,
    ownOf,
    onUnfold,
    onFocus,
    onRoutes,
    onChange,
  }: Props) {
    return (
      <>
        <ol className={styles.rows}>
          {answer.rows.map((row, i) => (
            <Row
              key={row.controlNumber}
              row={row}
              question={question}
              scope={scope}
              titleLink={links.title(row.controlNumber)}
              number={i}
              current={i === current}
              own={ownOf(row.editions.map(({ controlNumber }) => controlNumber))}
              cameFrom={cameFrom}
              unfolded={unfolded.includes(row.controlNumber)}
              onUnfold={(open) => {
                onUnfold(row.controlNumber, open)
              }}
              onFocus={() => {
                onFocus(i)
              }}
              onRoutes={
                onRoutes
                  ? () => {
                      onRoutes(i)
                    }
                  : undefined
              }
            />
          ))}
        </ol>
        <Pages question={question} answer={answer} onChange={onChange} />
        <Suspense>
          <SaveList question={question} count={answer.count} />
        </Suspense>
      </>
    )
  },
  // What is called belongs to what is shown.
  (a, b) =>
    a.shown === b.shown &&
    a.current === b.current &&
    a.unfolded === b.unfolded &&
    a.ownOf === b.ownOf &&
    (a.onRoutes === null) === (b.onRoutes === null),
)
