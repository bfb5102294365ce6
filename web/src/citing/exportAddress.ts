/** Where titles are as a file. */
import { addressOf } from '../shared/api.ts'

/** Forms in which titles are given out, as their files end. */
export const FORMS = ['ris', 'bib', 'json', 'csv', 'mrc', 'xml'] as const
export type Form = (typeof FORMS)[number]

export const exportOf =
  (titles: readonly string[]) =>
  (form: Form): string =>
    `/export.${form}?${new URLSearchParams(titles.map((one) => ['titles', one])).toString()}`

/** All that a search finds. */
export const exportOfSearch =
  (query: Parameters<typeof addressOf<'search'>>[1]) =>
  (form: Form): string =>
    addressOf('search', query).replace(/^\/api\/search/, `/export.${form}`)
