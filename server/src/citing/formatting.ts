/** Citations in the styles that readers are asked for. The package that knows them is large: it comes when somebody cites. */
import { cslItemOf, piecesOf, type CitationStyle, type CslItem, type Piece } from '@catalex/core/citing'
import { yearsOf, type BibRecord } from '@catalex/core/catalogue'
import type * as CitationJs from '@citation-js/core'
import { APA } from './styles/apa.ts'
import { CHICAGO_AUTHOR_DATE, CHICAGO_NOTES } from './styles/chicago.ts'
import { HARVARD } from './styles/harvard.ts'
import { MLA } from './styles/mla.ts'
import { VANCOUVER } from './styles/vancouver.ts'

/** What the package calls them: all are ours, made known to it. */
const TEMPLATES: Record<CitationStyle, string> = {
  apa: 'catalex-apa',
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
    styles.add(TEMPLATES.apa, APA)
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

/** What APA says of a title otherwise than all the rest. */
function itemFor(style: CitationStyle, item: CslItem): CslItem {
  if (style !== 'apa') return item
  // Of a recording the author is whoever plays, else who wrote it.
  const by = (item.type === 'song' && item.composer ? item.performer : item.author) ?? item.composer
  // The first word after a colon has a capital (6.17).
  return { ...item, title: item.title.replace(/: \p{Ll}/u, (first) => first.toUpperCase()), ...(by && { author: by }) }
}

/** A number in a list of one says nothing. */
const NUMBERING = /<div class="csl-left-margin">[^<]*<\/div>/
