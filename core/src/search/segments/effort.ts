/** How much work a query will be, before it is asked. */
import { titleLists } from '../match/match.ts'
import type { SearchIndex } from '../store/columns.ts'
import type { QueryNode } from '../../query/index.ts'

/** Documents that will be looked at, by and large. */
export function effortOf(index: SearchIndex, node: QueryNode): number {
  switch (node.kind) {
    case 'word':
      return titlesWith(index, node.word)
    case 'phrase':
      return Math.min(...node.words.map((word) => titlesWith(index, word)))
    case 'prefix': {
      const { from, to } = index.terms.beginning(node.prefix)
      return index.termStart[to] - index.termStart[from]
    }
    case 'and': {
      // Of words only documents that are still in question are looked at; all else is gathered whole.
      const words = node.nodes.filter(({ kind }) => kind === 'word')
      const others = node.nodes.filter(({ kind }) => kind !== 'word')
      const rarest = words.length === 0 ? 0 : Math.min(...words.map((word) => effortOf(index, word)))
      return rarest + others.reduce((sum, inner) => sum + effortOf(index, inner), 0)
    }
    case 'or':
      return node.nodes.reduce((sum, inner) => sum + effortOf(index, inner), 0)
    case 'within':
      return effortOf(index, node.node)
    case 'not':
      return index.docCount + effortOf(index, node.node)
    case 'whole title':
    case 'title begins':
      return titleLists(index).reduce((sum, { keys, starts }) => {
        const { from, to } = keys.beginning(node.words.join(' '))
        return sum + starts[to] - starts[from]
      }, 0)
    case 'records':
      return node.recordIds.length
    case 'number':
      return 0
    case 'everything':
    case 'years':
    case 'value':
      return index.docCount
  }
}

function titlesWith(index: SearchIndex, word: string): number {
  const term = index.terms.find(word)
  return term < 0 ? 0 : index.termStart[term + 1] - index.termStart[term]
}
