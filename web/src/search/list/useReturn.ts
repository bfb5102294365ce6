/** Coming back to a list, by Back or by the link back to it, finds the same row in focus, in sight and marked. */
import { useNavigationType } from 'react-router'
import { useKept } from '../../shared/kept.ts'
import { useReturning } from '../../shared/links.ts'
import { rowLinkId } from './useRowKeys.ts'

export function useReturn(address: string): {
  current: number
  setCurrent(row: number): void
  /** Finds the row that was left; undefined where one does not come back to it. */
  rowToReturnTo: (() => HTMLElement | null) | undefined
} {
  const [kept, setKept] = useKept<number | null>(`row ${address}`, null)
  const back = useNavigationType() === 'POP'
  const returning = useReturning()
  return {
    current: kept ?? 0,
    setCurrent: setKept,
    rowToReturnTo:
      kept === null || !(back || returning)
        ? undefined
        : () => {
            const link = document.getElementById(rowLinkId(kept))
            if (returning) link?.closest('li')?.scrollIntoView({ block: 'center' })
            return link
          },
  }
}
