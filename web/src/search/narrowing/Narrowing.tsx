/** The facet column. Every number is what one would have after the press beside it. */
import type { SearchAnswer } from '@catalex/contract/search'
import { FAMILIES, FAMILY_CODES } from '@catalex/core/catalogue'
import {
  AVAILABILITY,
  countNarrowings,
  IN_HAND,
  isNarrowed,
  LONG_FACETS,
  withCopies,
  type ListedFacet,
  type NarrowingName,
  type Question,
} from '@catalex/core/query'
import ExpandIcon from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import Skeleton from '@mui/material/Skeleton'
import { Suspense, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { useKept } from '../../shared/kept.ts'
import { usePlaces } from '../../shared/places.tsx'
import { useScope } from '../../shared/scope.tsx'
import { useValueName } from '../../shared/valueNames.ts'
import { FacetTree, Value, type TreeNode } from './FacetTree.tsx'
import { lazyPart } from '../../ui/parts/lazyPart.tsx'
import styles from './narrowing.module.css'

const LongFacet = lazyPart(() => import('./LongFacet.tsx'))
const Years = lazyPart(() => import('./Years.tsx'))

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

const SHORT_FACETS = ['form', 'audience', 'language'] as const

export function Narrowing({ question, answer, onChange }: Props) {
  const valueName = useValueName()
  const common = { question, onChange }
  const listed = (facet: ListedFacet): TreeNode[] =>
    Object.entries(answer.facets[facet])
      .sort(([, a], [, b]) => b - a)
      .map(([code]) => ({ code, label: valueName(facet, code), children: [] }))
  const nodes = { place: usePlaceNodes(), format: useFormatNodes() }
  const tree = (facet: 'place' | 'format' | (typeof SHORT_FACETS)[number], values: TreeNode[]) => (
    <FacetTree {...common} facet={facet} nodes={values} counts={answer.facets[facet]} total={answer.without[facet] ?? 0} />
  )
  // What is read online alone stands at no place.
  const has = (facet: 'place' | 'format' | (typeof SHORT_FACETS)[number]) =>
    Object.keys(answer.facets[facet]).length > 0 || isNarrowed(question, facet)
  if (answer.count === 0 && countNarrowings(question) === 0) return null
  return (
    <>
      {has('place') && (
        <Section name="place" open>
          {tree('place', nodes.place)}
        </Section>
      )}
      {has('format') && (
        <Section name="format" open>
          {tree('format', nodes.format)}
        </Section>
      )}
      {answer.inHand !== null && (
        <Section name="by" open>
          <InHand {...common} answer={answer} inHand={answer.inHand} />
        </Section>
      )}
      <Section name="copies" open>
        <Copies {...common} answer={answer} />
      </Section>
      <Section name="years" open={isNarrowed(question, 'years')}>
        <Suspense fallback={<Skeleton variant="rectangular" height={44} />}>
          <Years {...common} years={answer.years} />
        </Suspense>
      </Section>
      {SHORT_FACETS.filter(has).map((facet) => (
        <Section key={facet} name={facet} open={isNarrowed(question, facet)}>
          {tree(facet, listed(facet))}
        </Section>
      ))}
      {LONG_FACETS.filter((facet) => (answer.values[facet] ?? 0) > 0 || isNarrowed(question, facet)).map((facet) => (
        <Section key={facet} name={facet} open={isNarrowed(question, facet)}>
          <Suspense fallback={<Skeleton variant="rectangular" height={44} />}>
            <LongFacet {...common} facet={facet} answer={answer} />
          </Suspense>
        </Section>
      ))}
    </>
  )
}

/** Open as it comes, until somebody opens or closes it. */
function Section({ name, open: openFirst, children }: { name: NarrowingName; open: boolean; children: ReactNode }) {
  const { t } = useTranslation()
  const title = t(`narrowing.names.${name}`)
  const [chosen, setChosen] = useKept<boolean | null>(`section ${name}`, null)
  return (
    <Accordion
      component="section"
      aria-label={title}
      expanded={chosen ?? openFirst}
      onChange={(_, open) => {
        setChosen(open)
      }}
      slotProps={{
        heading: { component: 'h2' },
        // The section itself is the region, open or not.
        region: { role: undefined, 'aria-labelledby': undefined },
        transition: { unmountOnExit: true, timeout: 0 },
      }}
    >
      <AccordionSummary expandIcon={<ExpandIcon fontSize="small" />}>{title}</AccordionSummary>
      <AccordionDetails>{children}</AccordionDetails>
    </Accordion>
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
  const node = (code: string, children: TreeNode[] = []): TreeNode => ({ code, label: valueName('format', code), children })
  return FAMILY_CODES.map((family) => node(family, FAMILIES[family].length === 1 ? [] : FAMILIES[family].map((carrier) => node(carrier))))
}

/** By when it could be in hand: one time or none. */
function InHand({ question, answer, inHand, onChange }: Props & { inHand: Record<string, number> }) {
  const { t } = useTranslation()
  const { pickupName } = usePlaces()
  const { scope } = useScope()
  return (
    <>
      <p className={styles.at}>{t('narrowing.inHandAt', { place: pickupName(scope.at) })}</p>
      <ul className={styles.values}>
        {IN_HAND.map((by) => (
          <li key={by}>
            <Value
              label={t(`narrowing.inHand.${by}`)}
              count={inHand[by] ?? 0}
              total={answer.without.by ?? answer.count}
              checked={question.by === by}
              onToggle={() => {
                onChange({ ...question, by: question.by === by ? null : by, page: 1 })
              }}
            />
          </li>
        ))}
      </ul>
    </>
  )
}

/** Four plain choices about copies, each of its own. */
function Copies({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { pickup, pickupName, branchName } = usePlaces()
  const { scope } = useScope()
  return (
    <ul className={styles.values}>
      {AVAILABILITY.map((name) => (
        <li key={name}>
          <Value
            label={t(`narrowing.copiesLong.${name}`, {
              place: name === 'here' ? branchName(pickup(scope.at)?.at.code ?? scope.at) : pickupName(scope.at),
            })}
            count={answer.copies[name] ?? 0}
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
