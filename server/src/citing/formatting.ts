/** Citations in the styles that readers are asked for. The package that knows them is large: it comes when somebody cites. */
import { cslItemOf, piecesOf, type CitationStyle, type CslItem, type Piece } from '@catalex/core/citing'
import { yearsOf, type BibRecord } from '@catalex/core/catalogue'
import type * as CitationJs from '@citation-js/core'
import { CHICAGO_AUTHOR_DATE, CHICAGO_NOTES } from './styles/chicago.ts'
import { HARVARD } from './styles/harvard.ts'
import { MLA } from './styles/mla.ts'
import { VANCOUVER } from './styles/vancouver.ts'

/** What the package calls them; ours are made known to it. */
const TEMPLATES: Record<CitationStyle, string> = {
  apa: 'apa',
  mla: 'catalex-mla',
  'chicago-author-date': 'catalex-chicago-author-date',
  'chicago-notes': 'catalex-chicago-notes',
  harvard: 'catalex-harvard',
  vancouver: 'catalex-vancouver',
}

let loading: Promise<typeof CitationJs> | null = null

/** With its plugins, once. */
export function citationJs(): Promise<typeof CitationJs> {
  loading ??= (async () => {
    const [core] = await Promise.all([import('@citation-js/core'), import('@citation-js/plugin-csl'), import('@citation-js/plugin-ris'), import('@citation-js/plugin-bibtex')]) // prettier-ignore
    const { styles } = core.plugins.config.get('@csl')
    styles.add(TEMPLATES.mla, MLA)
    styles.add(TEMPLATES.harvard, HARVARD)
    styles.add(TEMPLATES.vancouver, VANCOUVER)
    styles.add(TEMPLATES['chicago-author-date'], CHICAGO_AUTHOR_DATE)
    styles.add(TEMPLATES['chicago-notes'], CHICAGO_NOTES)
    // A control number is nobody else's; a name and a year may be.
    core.plugins.config.get('@bibtex').format.useIdAsLabel = true
    return core
  })()
  return loading
}

/** Each by itself, in the order of the records. */
export async function citationsOf(records: readonly BibRecord[], style: CitationStyle): Promise<Piece[][]> {
  const { Cite } = await citationJs()
  return records.map((record) => {
    const [entry] = new Cite([itemFor(style, withYears(style, record))], { generateGraph: false }).format('bibliography', {
      format: 'html',
      template: TEMPLATES[style],
      lang: 'en-US',
      asEntryArray: true,
    })
    return piecesOf((entry?.[1] ?? '').replace(NUMBERING, ''))
  })
}

/** A serial is cited with all its years, one that goes on with an open end (APA 7, 10.1: "present"). */
function withYears(style: CitationStyle, record: BibRecord): CslItem {
  const item = cslItemOf(record)
  const years = yearsOf(record)
  if (years === null || !years.includes('–')) return item
  return { ...item, issued: { literal: style === 'apa' ? years.replace(/–$/, '–present') : years } }
}

/** What the packaged styles know nothing of, said in a way that they do. */
function itemFor(style: CitationStyle, item: CslItem): CslItem {
  if (style !== 'apa') return item
  const { genre, ...rest } = item
  // A journal as a whole, and a thing, are cited as a book is: by title, publisher and what they are.
  const type = item.type === 'periodical' || item.type === 'document' ? 'book' : item.type
  return inApa({ ...rest, type, ...(genre === undefined ? {} : { medium: genre }) })
}

function inApa({ author, medium, ...item }: CslItem): CslItem {
  // The first word after a colon has a capital (APA 7, 6.17).
  const title = item.title.replace(/: \p{Ll}/u, (first) => first.toUpperCase())
  const by = item.type === 'song' && item.composer ? item.performer : author
  const named = by ?? item.composer ?? item.editor ?? item.director
  return {
    ...item,
    // Of a recording the author is whoever plays; where nobody is named it is cited by who wrote it.
    type: item.type === 'song' && !by ? 'book' : item.type,
    // Brackets follow the title wherever it stands (9.21).
    title: named || medium === undefined ? title : `${title}<span class="nodecor"> [${medium}]</span>`,
    ...(by && { author: by }),
    ...(by === undefined && item.composer && { author: item.composer }),
    ...(named && medium !== undefined && { medium }),
  }
}

/** A number in a list of one says nothing. */
const NUMBERING = /<div class="csl-left-margin">[^<]*<\/div>/
