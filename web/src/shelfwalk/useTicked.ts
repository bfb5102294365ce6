/** What somebody has taken from the shelf already, kept on this device as long as the window is there. */
import { useKept } from '../shared/kept.ts'

export function useTicked(titles: readonly string[]): { ticked: readonly string[]; tick(barcode: string, on: boolean): void } {
  const [ticked, setTicked] = useKept<string[]>(`walk ${[...titles].sort().join(' ')}`, [])
  return {
    ticked,
    tick: (barcode, on) => {
      const others = ticked.filter((one) => one !== barcode)
      setTicked(on ? [...others, barcode] : others)
    },
  }
}
