/** The headings themselves: scrolled both ways, with more fetched before the end comes in sight; arrows move the focus. */
import type { HeadingKind } from '@catalex/core/query'
import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useKeys } from '../shared/keys.ts'
import { useLinks } from '../shared/links.ts'
import type { HeadingLine, useHeadings } from './useHeadings.ts'
import { Words } from '../ui/Words.tsx'
import styles from './browse.module.css'

/** One fetch at a time: both ends may come into sight at once. */
const KEEP = { cancelRefetch: false }

interface Props {
  kind: HeadingKind
  letters: string
  headings: ReturnType<typeof useHeadings>
}

export function HeadingList({ kind, letters, headings }: Props) {
  const { t } = useTranslation()
  const { lines, before, total, hasPreviousPage, hasNextPage, isFetching, fetchPreviousPage, fetchNextPage } = headings
  const list = useRef<HTMLDivElement>(null)
  const earlier = useSight(list, () => void fetchPreviousPage(KEEP), hasPreviousPage && !isFetching)
  const further = useSight(list, () => void fetchNextPage(KEEP), hasNextPage && !isFetching)
  useStayInPlace(list, before, lines.length)
  useArrows(list)
  return (
    <>
      <div ref={list} className={styles.list} role="region" aria-label={t(`browse.kinds.${kind}`)} aria-busy={isFetching} tabIndex={-1}>
        <div ref={earlier} className={styles.edge}>
          {hasPreviousPage ? t('browse.more') : null}
        </div>
        <ol className={styles.headings}>
          {lines.map((line, i) => (
            <li key={`${line.label} ${line.see ?? ''}`} data-start={letters !== '' && i === before} data-shelf={kind === 'call-number'}>
              <Heading kind={kind} line={line} />
            </li>
          ))}
        </ol>
        <div ref={further} className={styles.edge}>
          {hasNextPage ? t('browse.more') : lines.length > 0 ? t('browse.end') : t('browse.nothing')}
        </div>
      </div>
      <p className={styles.total}>{t('browse.total', { count: total })}</p>
    </>
  )
}

function Heading({ kind, line: { label, count, see, also, titles } }: { kind: HeadingKind; line: HeadingLine }) {
  const { t } = useTranslation()
  const links = useLinks()
  return (
    <>
      <div>
        {see === null ? (
          <Link to={links.heading(kind, label)}>
            <Words>{label}</Words>
          </Link>
        ) : (
          <>
            <span className={styles.other}>
              <Words>{label}</Words>
            </span>{' '}
            <i>{t('browse.see')}</i>{' '}
            <Link to={links.heading(kind, see)}>
              <Words>{see}</Words>
            </Link>
          </>
        )}
        {titles.length > 0 && (
          <p className={styles.titles}>
            <Words>{titles.join(' · ')}</Words>
            {count > titles.length && ' …'}
          </p>
        )}
        {also.length > 0 && (
          <p className={styles.also}>
            <i>{t('browse.also')}</i>{' '}
            {also.map((other, i) => (
              <span key={other}>
                {i > 0 && ' · '}
                <Link to={links.browse(kind, other)}>{other}</Link>
              </span>
            ))}
          </p>
        )}
      </div>
      <span className={styles.count}>{count === 0 ? t('browse.none') : t('browse.count', { count })}</span>
    </>
  )
}

/** Calls `onSight` when the element comes near the visible part of the list. */
function useSight(list: RefObject<HTMLDivElement | null>, onSight: () => void, wanted: boolean) {
  const edge = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!edge.current || !wanted) return
    const watching = new IntersectionObserver((entries) => {
      if (entries.some((entry) => entry.isIntersecting)) onSight()
    }, { root: list.current, rootMargin: '200px' }) // prettier-ignore
    watching.observe(edge.current)
    return () => {
      watching.disconnect()
    }
  })
  return edge
}

/** Lines that come in above push nothing down: what was in sight stays where it was, whatever comes in below meanwhile. */
function useStayInPlace(list: RefObject<HTMLDivElement | null>, before: number, lines: number): void {
  const first = useRef<{ before: number; line: HTMLElement | null; top: number }>({ before: 0, line: null, top: 0 })
  useLayoutEffect(() => {
    const box = list.current
    if (!box) return
    const { line, top } = first.current
    if (before > first.current.before && line) box.scrollBy({ top: line.offsetTop - top, behavior: 'instant' })
    const now = box.querySelector<HTMLElement>('li')
    first.current = { before, line: now, top: now?.offsetTop ?? 0 }
  }, [list, before, lines])
}

/** Arrows and j, k go from heading to heading, as in the list of titles. */
function useArrows(list: RefObject<HTMLDivElement | null>): void {
  const move = (by: number) => {
    const links = [...(list.current?.querySelectorAll<HTMLAnchorElement>('li > div > a') ?? [])]
    const at = links.findIndex((link) => link === document.activeElement)
    const start = links.findIndex((link) => link.closest('li')?.dataset.start === 'true')
    const next = at < 0 ? Math.max(0, start) : Math.max(0, Math.min(links.length - 1, at + by))
    links.at(next)?.focus()
  }
  useKeys('j, ArrowDown', () => {
    move(1)
  })
  useKeys('k, ArrowUp', () => {
    move(-1)
  })
}
