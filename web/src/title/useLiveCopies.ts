/** Copies change while somebody looks at them: what the page says of them follows by itself, as long as it is in sight. */
import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'

/** What says something of copies. */
const OF_COPIES = ['title', 'copies', 'volumes']

export function useLiveCopies(controlNumber: string): void {
  const client = useQueryClient()
  useEffect(() => {
    if (typeof EventSource === 'undefined') return
    let source: EventSource | null = null
    const askAnew = () => {
      void client.invalidateQueries({ predicate: ({ queryKey: [name, of] }) => OF_COPIES.includes(String(name)) && of === controlNumber })
    }
    // A browser has few connections to one server: windows that nobody sees leave theirs to others.
    const follow = () => {
      if (document.hidden) {
        source?.close()
        source = null
      } else if (source === null) {
        source = new EventSource(`/events/${encodeURIComponent(controlNumber)}`)
        source.addEventListener('copies', askAnew)
      }
    }
    follow()
    document.addEventListener('visibilitychange', follow)
    return () => {
      document.removeEventListener('visibilitychange', follow)
      source?.close()
    }
  }, [client, controlNumber])
}
