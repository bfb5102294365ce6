/** Coming back to a list, by Back or by the link back to it, finds the same row in focus, in sight and marked. */
import { useNavigationType } from 'react-router'
import { useKept } from '../../shared/kept.ts'
import { useReturning } from '../../shared/links.ts'
import { rowLinkId } from './useRowKeys.ts'

export function useReturn(address: string): {
  current: number
  setCurrent(row: number): void
  /** The row that was left, where one comes back to it and it is drawn. */
  rowToReturnTo(): HTMLElement | null
} {
  const [kept, setKept] = useKept<number | null>(`row ${address}`, null)
  const back = useNavigationType() === 'POP'
  const returning = useReturning()
  return {
    current: kept ?? 0,
    setCurrent: setKept,
    rowToReturnTo: () => {
      if (kept === null || !(back || returning)) return null
      const link = document.getElementById(rowLinkId(kept))
      if (returning) link?.closest('li')?.scrollIntoView({ block: 'center' })
      return link
    },
  }
}
