/** Styles in which titles are cited. */
export const CITATION_STYLES = ['apa', 'mla', 'chicago-author-date', 'chicago-notes', 'harvard', 'vancouver'] as const
export type CitationStyle = (typeof CITATION_STYLES)[number]
