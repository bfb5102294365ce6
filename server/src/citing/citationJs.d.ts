/** As far as it is used here; the packages bring no types of their own. */
declare module '@citation-js/core' {
  import type { CslItem } from '@catalex/core/citing'

  interface Formatting {
    format?: 'text' | 'html' | 'object'
    template?: string
    lang?: string
    asEntryArray?: boolean
    nosort?: boolean
  }
  /** Values by tag. */
  export type RisEntry = Record<string, string | number | readonly (string | number)[]>

  export class Cite {
    constructor(items: unknown, options?: { generateGraph?: boolean })
    format(kind: 'bibliography', options: Formatting & { asEntryArray: true }): [id: string, entry: string][]
    format(kind: 'ris', options: Formatting & { format: 'object' }): RisEntry[]
    format(kind: 'bibtex', options?: Formatting): string
    data: CslItem[]
  }
  export const plugins: {
    config: {
      get(plugin: '@csl'): { styles: { add(name: string, style: string): void } }
      get(plugin: '@bibtex'): { format: { useIdAsLabel: boolean } }
    }
  }
}
declare module '@citation-js/plugin-csl'
declare module '@citation-js/plugin-ris'
declare module '@citation-js/plugin-bibtex'
