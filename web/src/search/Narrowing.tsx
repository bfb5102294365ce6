/** The facet column. Every number is what one would have after the press beside it. */
import { FAMILIES, FAMILY_CODES } from '@catalex/core/catalogue'
import type { SearchAnswer } from '@catalex/contract/search'
import { useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../app/places.tsx'
import { withValue, type Question } from './address.ts'
import styles from './narrowing.module.css'

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
}

interface Node {
  code: string
  label: string
  children: Node[]
}

export function Narrowing({ question, answer, onChange }: Props) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const places: Node[] = all.systems.map((system) => ({
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
  const formats: Node[] = FAMILY_CODES.map((family) => ({
    code: family,
    label: t(`families.${family}`),
    children:
      FAMILIES[family].length === 1
        ? []
        : FAMILIES[family].map((carrier) => ({ code: carrier, label: t(`carriers.${carrier}`), children: [] })),
  }))
  const tree = (facet: 'place' | 'format', nodes: Node[], counts: Record<string, number>) => (
    <Tree
      facet={facet}
      nodes={nodes}
      counts={counts}
      question={question}
      most={Math.max(1, ...Object.values(counts))}
      onChange={onChange}
      depth={0}
    />
  )
  return (
    <>
      <Facet title={t('narrowing.where')}>{tree('place', places, answer.facets.places)}</Facet>
      <Facet title={t('narrowing.format')}>{tree('format', formats, answer.facets.formats)}</Facet>
      <Facet title={t('narrowing.soon')}>
        <ul className={styles.values}>
          <li className={styles.value}>
            <label>
              <input
                type="checkbox"
                checked={question.inNow}
                onChange={() => {
                  onChange({ ...question, inNow: !question.inNow, page: 1 })
                }}
              />
              <span>{t('narrowing.inNow')}</span>
            </label>
            <span className={styles.count}>{answer.facets.inNow.toLocaleString()}</span>
          </li>
        </ul>
      </Facet>
    </>
  )
}

function Facet({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className={styles.facet} aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  )
}

interface TreeProps {
  facet: 'place' | 'format'
  nodes: Node[]
  counts: Record<string, number>
  most: number
  question: Question
  onChange(next: Question): void
  depth: number
}

function Tree(props: TreeProps) {
  const { facet, nodes, counts, question } = props
  const chosen = [...question[facet], ...question[facet === 'place' ? 'notPlace' : 'notFormat']]
  const shown = nodes.filter((node) => (counts[node.code] ?? 0) > 0 || chosen.includes(node.code))
  return (
    <ul className={styles.values}>
      {shown.map((node) => (
        <Branch key={node.code} {...props} node={node} chosen={chosen} />
      ))}
    </ul>
  )
}

const anyChosen = (node: Node, chosen: readonly string[]): boolean =>
  node.children.some((child) => chosen.includes(child.code) || anyChosen(child, chosen))

function Branch({ node, chosen, ...props }: TreeProps & { node: Node; chosen: readonly string[] }) {
  const { t } = useTranslation()
  const { facet, counts, question, onChange, depth, most } = props
  // A branch of the place tree opens the first level by itself: which library is the most asked question.
  const [opened, setOpened] = useState<boolean | null>(null)
  const open = opened ?? ((facet === 'place' && depth === 0 && node.code === 'pslib') || anyChosen(node, chosen))
  const count = counts[node.code] ?? 0
  const only = question[facet].includes(node.code)
  const not = question[facet === 'place' ? 'notPlace' : 'notFormat'].includes(node.code)
  const inside = node.children.some((child) => (counts[child.code] ?? 0) > 0)
  return (
    <li>
      <div className={styles.value} data-not={not}>
        <label>
          <input
            type="checkbox"
            checked={only}
            aria-label={t('narrowing.only', { value: node.label, count })}
            onChange={() => {
              onChange(withValue(question, facet, node.code, only ? 'none' : 'only'))
            }}
          />
          <span>{node.label}</span>
        </label>
        <button
          type="button"
          className={styles.not}
          aria-pressed={not}
          aria-label={t('narrowing.not', { value: node.label })}
          title={t('narrowing.not', { value: node.label })}
          onClick={() => {
            onChange(withValue(question, facet, node.code, not ? 'none' : 'not'))
          }}
        >
          {t('narrowing.notShort')}
        </button>
        <span className={styles.count}>{count.toLocaleString()}</span>
        {node.children.length > 0 ? (
          <button
            type="button"
            className={styles.fold}
            aria-expanded={open}
            aria-label={t('narrowing.unfold', { value: node.label })}
            disabled={!inside}
            onClick={() => {
              setOpened(!open)
            }}
          >
            {inside ? (open ? '▾' : '▸') : ''}
          </button>
        ) : (
          <span className={styles.fold} />
        )}
        <span className={styles.bar} style={{ width: `${String((count / most) * 100)}%` }} />
      </div>
      {open && inside && <Tree {...props} nodes={node.children} depth={depth + 1} />}
    </li>
  )
}
