/** Coming back to a list finds the same row in focus, marked, where it was. */
import type { ResultRow } from '@catalex/contract/search'
import { useEffect, useState } from 'react'
import { rowLinkId } from './useRowKeys.ts'

const KEY = 'catalex.rows'

function keptRows(): Record<string, number> {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Record<string, number>
  } catch {
    return {}
  }
}

const MOST_KEPT = 50

export function useReturn(address: string, rows: readonly ResultRow[]): { current: number; setCurrent(row: number): void } {
  const [state, setState] = useState({ address, row: keptRows()[address] ?? 0 })
  if (state.address !== address) setState({ address, row: keptRows()[address] ?? 0 })
  const loaded = rows.length > 0
  useEffect(() => {
    const row = keptRows()[address]
    if (loaded && row !== undefined && document.activeElement === document.body)
      document.getElementById(rowLinkId(row))?.focus({ preventScroll: true })
  }, [address, loaded])
  return {
    current: state.row,
    setCurrent: (row) => {
      setState({ address, row })
      const kept = Object.entries({ ...keptRows(), [address]: row }).slice(-MOST_KEPT)
      sessionStorage.setItem(KEY, JSON.stringify(Object.fromEntries(kept)))
    },
  }
}
