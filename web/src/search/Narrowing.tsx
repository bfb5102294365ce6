/** The facet column. Every number is what one would have after the press beside it. */
import { FAMILIES, FAMILY_CODES } from '@catalex/core/catalogue'
import { AVAILABILITY, LONG_FACETS, type Facet, type ListedFacet } from '@catalex/core/asking'
import type { SearchAnswer } from '@catalex/contract/search'
import { lazy, Suspense, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../app/places.tsx'
import { useStanding } from '../app/standing.tsx'
import { countNarrowings, isNarrowed, withCopies, type Question } from './address.ts'
import { FacetTree, Value, type TreeNode } from './FacetTree.tsx'
import { LongFacet } from './LongFacet.tsx'
import { useValueName } from './valueNames.ts'
import styles from './narrowing.module.css'

const Years = lazy(() => import('./Years.tsx'))

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

const SHORT_FACETS = ['form', 'audience', 'language'] as const

export function Narrowing({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const valueName = useValueName()
  const common = { question, onChange }
  const listed = (facet: ListedFacet): TreeNode[] =>
    Object.entries(answer.facets[facet])
      .sort(([, a], [, b]) => b - a)
      .map(([code]) => ({ code, label: valueName(facet, code), children: [] }))
  const nodes = { place: usePlaceNodes(), format: useFormatNodes() }
  if (answer.count === 0 && countNarrowings(question) === 0) return null
  return (
    <>
      <Section title={t('narrowing.names.place')} open>
        <FacetTree {...common} facet="place" nodes={nodes.place} counts={answer.facets.place} total={answer.without.place} />
      </Section>
      <Section title={t('narrowing.names.format')} open>
        <FacetTree {...common} facet="format" nodes={nodes.format} counts={answer.facets.format} total={answer.without.format} />
      </Section>
      <Section title={t('narrowing.names.copies')} open>
        <Copies {...common} answer={answer} />
      </Section>
      <Section title={t('narrowing.names.years')} open={isNarrowed(question, 'years')}>
        <Suspense fallback={<div className={styles.chart} />}>
          <Years {...common} years={answer.years} />
        </Suspense>
      </Section>
      {SHORT_FACETS.filter((facet) => Object.keys(answer.facets[facet]).length > 0 || isNarrowed(question, facet)).map((facet) => (
        <Section key={facet} title={t(`narrowing.names.${facet}`)} open={isNarrowed(question, facet)}>
          <FacetTree {...common} facet={facet} nodes={listed(facet)} counts={answer.facets[facet]} total={answer.without[facet]} />
        </Section>
      ))}
      {LONG_FACETS.filter((facet) => answer.values[facet] > 0 || isNarrowed(question, facet)).map((facet) => (
        <Section key={facet} title={t(`narrowing.names.${facet}`)} open={isNarrowed(question, facet)}>
          <LongFacet {...common} facet={facet} answer={answer} />
        </Section>
      ))}
    </>
  )
}

function Section({ title, open: openFirst, children }: { title: string; open: boolean; children: ReactNode }) {
  const [chosen, setChosen] = useState<boolean | null>(null)
  const open = chosen ?? openFirst
  return (
    <section className={styles.facet} aria-label={title}>
      <h2>
        <button
          type="button"
          aria-expanded={open}
          onClick={() => {
            setChosen(!open)
          }}
        >
          {title}
          <span aria-hidden="true">{open ? '–' : '+'}</span>
        </button>
      </h2>
      {open && children}
    </section>
  )
}

function usePlaceNodes(): TreeNode[] {
  const { all } = usePlaces()
  return all.systems.map((system) => ({
    code: system.code,
    label: system.name,
    children: all.branches
      .filter((branch) => branch.system === system.code)
      .map((branch) => ({
        code: branch.code,
        label: branch.name,
        children: branch.collections.map((c) => ({ code: `${branch.code}/${c.code}`, label: c.name, children: [] })),
      })),
  }))
}

function useFormatNodes(): TreeNode[] {
  const valueName = useValueName()
  const node = (code: string, children: TreeNode[] = []): TreeNode => ({ code, label: valueName('format' satisfies Facet, code), children })
  return FAMILY_CODES.map((family) => node(family, FAMILIES[family].length === 1 ? [] : FAMILIES[family].map((carrier) => node(carrier))))
}

/** Four plain choices about copies, each of its own. */
function Copies({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const { standing } = useStanding()
  return (
    <ul className={styles.values}>
      {AVAILABILITY.map((name) => (
        <li key={name}>
          <Value
            label={t(`narrowing.copiesLong.${name}`, { place: branchName(standing.at) })}
            count={answer.copies[name]}
            total={answer.count}
            checked={question.copies.includes(name)}
            onToggle={() => {
              onChange(withCopies(question, name))
            }}
          />
        </li>
      ))}
    </ul>
  )
}
