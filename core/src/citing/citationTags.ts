/** A title in the meta tags by which reference managers read a page ("citation_title" and its kin, and Dublin Core's). */
import type { BibRecord } from '../catalogue/index.ts'

/** @returns names and contents, in their order; a name may come several times */
export function citationTags(record: BibRecord): [name: string, content: string][] {
  const { title, remainder, people, year, publisher, languages, identifiers, series } = record
  const tags: [string, string | number | null | undefined][] = [
    ['citation_title', [title, remainder].filter(Boolean).join(': ')],
    ...people.filter(isAuthor).map(({ name }): [string, string] => ['citation_author', name]),
    ...people.filter(isEditor).map(({ name }): [string, string] => ['citation_editor', name]),
    ['citation_publication_date', year],
    ['citation_publisher', publisher],
    ['citation_language', languages.at(0)],
    ['citation_series_title', series.at(0)?.title],
    ...identifiers.map(({ kind, value }): [string, string | null] => [`citation_${kind}`, kind === 'isbn' || kind === 'issn' ? value : null]), // prettier-ignore
  ]
  return tags.flatMap(([name, content]) => (content === null || content === undefined || content === '' ? [] : [[name, String(content)]]))
}

/** Who made it: the main entry, and whoever is named without a role. */
const isAuthor = ({ main, roles }: BibRecord['people'][number]): boolean =>
  (main || roles.length === 0 || roles.includes('author')) && !isEditor({ roles })

const isEditor = ({ roles }: Pick<BibRecord['people'][number], 'roles'>): boolean => roles.includes('editor')
