/** For how long the ways to a title lend it, and on what terms: said once where all agree. */
import type { CopyLine, RouteLine, TitlePage } from '@catalex/contract/title'
import { useTranslation } from 'react-i18next'
import { termsInWords } from '../shared/loanTerms.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './routes.module.css'

export function LoanTerms({ page }: { page: TitlePage }) {
  const { t } = useTranslation()
  const { placeName } = usePlaces()
  const lent = page.routes.flatMap((route) => {
    const loan = lends(route) ? loanBy(route, page.copies) : null
    return loan ? { kind: route.kind, words: termsInWords(t, loan, placeName) } : []
  })
  const [first] = lent
  if (!first) return null
  if (lent.every(({ words }) => words === first.words)) return <p className={styles.asGuest}>{first.words}</p>
  return lent.map(({ kind, words }) => (
    <p key={kind} className={styles.asGuest}>
      <b>{t(`routes.kinds.${kind}`)}:</b> {words}
    </p>
  ))
}

/** What is read there, is scanned or comes from outside is lent on other terms. */
const lends = ({ notPossible, hereOnly, asked }: RouteLine): boolean => notPossible === null && !hereOnly && asked === null

/** In the queue nobody knows which copy comes: where they differ nothing is said. */
function loanBy({ barcode }: RouteLine, copies: readonly CopyLine[]): CopyLine['loan'] {
  if (barcode !== null) return copies.find((copy) => copy.barcode === barcode)?.loan ?? null
  const [loan, ...others] = copies.flatMap((copy) => copy.loan ?? [])
  return loan && others.every((other) => JSON.stringify(other) === JSON.stringify(loan)) ? loan : null
}
