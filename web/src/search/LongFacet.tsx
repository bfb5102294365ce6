/** A facet with too many values to list: the commonest, and the rest found by their first letters. */
import type { SearchAnswer } from '@catalex/contract/search'
import type { LONG_FACETS } from '@catalex/core/asking'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useStanding } from '../app/standing.tsx'
import type { Question } from './address.ts'
import { FacetTree } from './FacetTree.tsx'
import { facetValuesQuery } from './queries.ts'
import styles from './narrowing.module.css'

interface Props {
  facet: (typeof LONG_FACETS)[number]
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export function LongFacet({ facet, question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { standing } = useStanding()
  const [text, setText] = useState('')
  const find = useDeferredValue(text.trim())
  const { data } = useQuery({ ...facetValuesQuery(question, standing, facet, find), enabled: find !== '' })
  const counts = find === '' ? answer.facets[facet] : Object.fromEntries((data ?? []).map(({ value, count }) => [value, count]))
  const nodes = Object.entries(counts)
    .sort(([, a], [, b]) => b - a)
    .map(([code]) => ({ code, label: code, children: [] }))
  const more = answer.values[facet] > Object.keys(answer.facets[facet]).length
  return (
    <>
      {(more || find !== '') && (
        <input
          className={styles.find}
          type="text"
          value={text}
          placeholder={t('narrowing.find', { count: answer.values[facet] })}
          aria-label={t('narrowing.findIn', { what: t(`narrowing.names.${facet}`) })}
          onChange={(event) => {
            setText(event.target.value)
          }}
        />
      )}
      <FacetTree facet={facet} nodes={nodes} counts={counts} total={answer.without[facet]} question={question} onChange={onChange} />
    </>
  )
}
