/** A facet with too many values to list: the commonest, and the rest found by their first letters. */
import type { SearchAnswer } from '@catalex/contract/search'
import type { LONG_FACETS, Question } from '@catalex/core/query'
import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useScope } from '../../shared/scope.tsx'
import { facetValuesQuery } from '../queries.ts'
import { FacetTree } from './FacetTree.tsx'

interface Props {
  facet: (typeof LONG_FACETS)[number]
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

export default function LongFacet({ facet, question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { chosen: scope } = useScope()
  const [text, setText] = useState('')
  const find = useDeferredValue(text.trim())
  const { data } = useQuery({ ...facetValuesQuery(question, scope, facet, find), enabled: find !== '' })
  const counts = find === '' ? answer.facets[facet] : Object.fromEntries((data ?? []).map(({ value, count }) => [value, count]))
  const nodes = Object.entries(counts)
    .sort(([, a], [, b]) => b - a)
    .map(([code]) => ({ code, label: code, children: [] }))
  const values = answer.values[facet] ?? 0
  const more = values > Object.keys(answer.facets[facet]).length
  return (
    <>
      {(more || find !== '') && (
        <TextField
          fullWidth
          value={text}
          placeholder={t('narrowing.find', { count: values })}
          slotProps={{ htmlInput: { 'aria-label': t('narrowing.findIn', { what: t(`narrowing.names.${facet}`) }) } }}
          onChange={(event) => {
            setText(event.target.value)
          }}
        />
      )}
      <FacetTree facet={facet} nodes={nodes} counts={counts} total={answer.without[facet] ?? 0} question={question} onChange={onChange} />
    </>
  )
}
