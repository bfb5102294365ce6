/** What somebody opened or chose on a page, kept in this window under a name, and found again when the page comes back. */
import { useState } from 'react'
import { windowStorage } from './storage.ts'

/** Values by name; the oldest give way. */
const MOST = 200
const KEY = 'catalex.kept'

function all(): Record<string, unknown> {
  try {
    return JSON.parse(windowStorage.read(KEY) ?? '{}') as Record<string, unknown>
  } catch {
    return {}
  }
}

function keep(name: string, value: unknown): void {
  const { [name]: _, ...others } = all()
  windowStorage.write(KEY, JSON.stringify(Object.fromEntries([...Object.entries(others), [name, value]].slice(-MOST))))
}

/** State that outlives its page. Under another name it is another state. */
export function useKept<T>(name: string, first: T): [value: T, set: (value: T) => void] {
  // A list that is written where it is asked for is another one at each drawing: the first one counts.
  const [usual] = useState(() => first)
  // Only what was kept under this name, by this hook, stands there.
  const read = (): T => (all()[name] as T | undefined) ?? usual
  const [state, setState] = useState(() => ({ name, value: read() }))
  const value = state.name === name ? state.value : read()
  if (state.name !== name) setState({ name, value })
  return [
    value,
    (next) => {
      keep(name, next)
      setState({ name, value: next })
    },
  ]
}
