/** Where one is in the list, on or back, to any page, and how many rows at once. */
import type { SearchAnswer } from '@catalex/contract/search'
import { PAGE_SIZES, type Question } from '@catalex/core/query'
import NativeSelect from '@mui/material/NativeSelect'
import { Suspense } from 'react'
import { useTranslation } from 'react-i18next'
import { lazyPart } from '../../ui/parts/lazyPart.tsx'
import styles from '../search.module.css'

const Turner = lazyPart(() => import('./Turner.tsx'))

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export function Pages({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { count, page } = answer
  const { size } = question
  if (count === 0) return null
  const from = (page - 1) * size + 1
  const last = Math.ceil(count / size)
  const turn = (change: Partial<Question>) => {
    onChange({ ...question, ...change })
  }
  return (
    <div className={styles.pages}>
      <span>{t('search.position', { from, to: Math.min(count, page * size), count })}</span>
      {last > 1 && (
        <Suspense>
          <Turner
            page={page}
            last={last}
            onTurn={(to) => {
              turn({ page: to })
            }}
          />
        </Suspense>
      )}
      {count > PAGE_SIZES[0] && (
        <label>
          {t('search.perPage')}{' '}
          <NativeSelect
            value={size}
            onChange={(event) => {
              turn({ size: PAGE_SIZES.find((rows) => String(rows) === event.target.value) ?? size, page: 1 })
            }}
          >
            {PAGE_SIZES.map((rows) => (
              <option key={rows} value={rows}>
                {rows}
              </option>
            ))}
          </NativeSelect>
        </label>
      )}
    </div>
  )
}
