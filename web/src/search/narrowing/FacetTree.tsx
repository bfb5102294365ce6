/** Values of a facet with counts: only-this, not-this, several at once; a tree where they stand in one. */
import { withValue, type Facet, type Question } from '@catalex/core/query'
import ClosedIcon from '@mui/icons-material/ChevronRight'
import OpenIcon from '@mui/icons-material/ExpandMore'
import IconButton from '@mui/material/IconButton'
import type { KeyboardEvent, ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { numberInWords } from '../../shared/formats.ts'
import { useKept } from '../../shared/kept.ts'
import { Hint } from '../../ui/hints/Hint.tsx'
import styles from './narrowing.module.css'

export interface TreeNode {
  code: string
  label: string
  children: TreeNode[]
}

interface Props {
  facet: Facet
  nodes: TreeNode[]
  counts: Record<string, number>
  /** Titles without any choice in this facet. */
  total: number
  question: Question
  onChange(next: Question): void
  depth?: number
}

export function FacetTree(props: Props) {
  const { facet, nodes, counts, question } = props
  const chosen = [...question.only[facet], ...question.not[facet]]
  const shown = nodes.filter((node) => (counts[node.code] ?? 0) > 0 || chosen.includes(node.code))
  return (
    <ul className={styles.values}>
      {shown.map((node) => (
        <Branch key={node.code} {...props} node={node} chosen={chosen} />
      ))}
    </ul>
  )
}

const anyChosen = (node: TreeNode, chosen: readonly string[]): boolean =>
  node.children.some((child) => chosen.includes(child.code) || anyChosen(child, chosen))

function Branch({ node, chosen, ...props }: Props & { node: TreeNode; chosen: readonly string[] }) {
  const { t } = useTranslation()
  const { facet, nodes, counts, question, onChange, total, depth = 0 } = props
  // The first system of the place tree is open: which library is the question asked most.
  const [opened, setOpened] = useKept<boolean | null>(`inside ${facet} ${node.code}`, null)
  const inside = node.children.some((child) => (counts[child.code] ?? 0) > 0)
  const open = inside && (opened ?? ((facet === 'place' && depth === 0 && node === nodes[0]) || anyChosen(node, chosen)))
  const only = question.only[facet].includes(node.code)
  const not = question.not[facet].includes(node.code)
  const set = (state: 'only' | 'not' | 'none') => {
    onChange(withValue(question, facet, node.code, state))
  }
  return (
    <li>
      <Value
        label={node.label}
        count={counts[node.code] ?? 0}
        total={total}
        checked={only}
        barred={not}
        onToggle={() => {
          set(only ? 'none' : 'only')
        }}
        onBar={() => {
          set(not ? 'none' : 'not')
        }}
        onOpen={inside ? setOpened : undefined}
      >
        {inside && (
          <IconButton
            size="small"
            className={styles.fold}
            aria-expanded={open}
            aria-label={t('narrowing.unfold', { value: node.label })}
            onClick={() => {
              setOpened(!open)
            }}
          >
            {open ? <OpenIcon fontSize="inherit" /> : <ClosedIcon fontSize="inherit" />}
          </IconButton>
        )}
      </Value>
      {open && <FacetTree {...props} nodes={node.children} depth={depth + 1} />}
    </li>
  )
}

interface ValueProps {
  label: string
  count: number
  total: number
  checked: boolean
  barred?: boolean
  onToggle(): void
  onBar?(): void
  /** Arrow keys show and hide what is inside. */
  onOpen?(open: boolean): void
  children?: ReactNode
}

/** From this share of the titles on, a value narrows so little that it is dimmed. */
const HARDLY_NARROWS = 0.97

/** Plain markup: there are dozens, drawn anew at every press, and parts of the library would hold that up. */
export function Value({ label, count, total, checked, barred = false, onToggle, onBar, onOpen, children }: ValueProps) {
  const { t } = useTranslation()
  const dim = !checked && !barred && total > 20 && count >= total * HARDLY_NARROWS
  const share = total === 0 ? 0 : Math.min(1, count / total)
  const onKeyDown = (event: KeyboardEvent) => {
    if (!onOpen || (event.key !== 'ArrowRight' && event.key !== 'ArrowLeft')) return
    event.preventDefault()
    onOpen(event.key === 'ArrowRight')
  }
  return (
    <div className={styles.value} data-not={barred} data-dim={dim} data-checked={checked}>
      <label>
        <input
          type="checkbox"
          checked={checked}
          onChange={onToggle}
          onKeyDown={onKeyDown}
          aria-label={t('narrowing.only', { value: label, count })}
        />
        <span>{label}</span>
      </label>
      {onBar && (
        <Hint text={t('narrowing.not', { value: label })}>
          <button
            type="button"
            className={styles.not}
            aria-pressed={barred}
            aria-label={t('narrowing.not', { value: label })}
            onClick={onBar}
          >
            {t('narrowing.notShort')}
          </button>
        </Hint>
      )}
      <span className={styles.count}>{numberInWords(count)}</span>
      {children ?? <span className={styles.fold} />}
      <span className={styles.bar} style={{ width: `${String(share * 100)}%` }} />
    </div>
  )
}
