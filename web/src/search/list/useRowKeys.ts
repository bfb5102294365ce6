/** Keys of the list: arrows or j and k move, h holds, s gathers. The title links take the focus, so Enter opens as everywhere. */
import { useKeys } from '../../shared/keys.ts'

interface Keys {
  count: number
  current: number
  setCurrent(row: number): void
  onHold(row: number): void
  /** Puts it into the satchel, or takes it out. */
  onGather(row: number): void
}

export const rowLinkId = (row: number): string => `row-${String(row)}`

export function useRowKeys({ count, current, setCurrent, onHold, onGather }: Keys): void {
  const move = (by: number) => {
    // The first key press marks the row in focus, the next ones move on from it.
    const inList = document.activeElement?.id.startsWith('row-') ?? false
    const next = Math.max(0, Math.min(count - 1, inList ? current + by : current))
    setCurrent(next)
    const link = document.getElementById(rowLinkId(next))
    link?.focus({ preventScroll: true })
    link?.closest('li')?.scrollIntoView({ block: 'nearest' })
  }
  useKeys(
    'j, ArrowDown',
    () => {
      move(1)
    },
    [count, current],
  )
  useKeys(
    'k, ArrowUp',
    () => {
      move(-1)
    },
    [count, current],
  )
  useKeys(
    'h',
    () => {
      if (count > 0) onHold(current)
    },
    [count, current, onHold],
  )
  useKeys(
    's',
    () => {
      if (count > 0) onGather(current)
    },
    [count, current, onGather],
  )
}
