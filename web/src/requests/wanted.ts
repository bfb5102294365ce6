/** What somebody asks for, as far as the catalogue knows it already: nobody types again what stands on the page. */
import type { RequestOffers } from '@catalex/contract/requests'
import type { TitlePage } from '@catalex/contract/title'
import type { RequestKind } from '@catalex/core/requests'

/** What the form is filled in with. */
export interface Wanted {
  title: string
  author: string
  published: string
  number: string
  controlNumber: string | null
  carrier: TitlePage['editions'][number]['carrier'] | null
}

export type Offered =
  | { kind: Extract<RequestKind, 'scan'>; offer: NonNullable<NonNullable<RequestOffers['scan']>['offer']> }
  | { kind: Extract<RequestKind, 'outside'>; offer: NonNullable<NonNullable<RequestOffers['outside']>['offer']> }
  | { kind: Extract<RequestKind, 'purchase'>; offer: null }

/** From a title's page, of the edition that it shows. @param volume of a journal, as it is numbered */
export function wantedFrom({ controlNumber, description, editions }: TitlePage, volume: string | null = null): Wanted {
  const edition = editions.find((one) => one.controlNumber === controlNumber)
  return {
    title: [description.title, volume].filter(Boolean).join(', '),
    author: description.people.map(({ name }) => name).join('; '),
    published: [edition?.publisher, edition?.year].filter(Boolean).join(', '),
    number: description.identifiers.find(({ kind }) => kind === 'isbn' || kind === 'issn')?.value ?? '',
    controlNumber,
    carrier: edition?.carrier ?? null,
  }
}

/** From a search that found nothing. */
export const wantedBy = (words: string): Wanted => ({
  title: words,
  author: '',
  published: '',
  number: '',
  controlNumber: null,
  carrier: null,
})
