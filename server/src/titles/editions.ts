/** Editions and copies as lines for the screen: one way of putting them, for rows and for the title page. */
import type { CopyLine, Edition, ShelfPlace } from '@catalex/contract/titles'
import { familyOf } from '@catalex/core/catalogue'
import { isInNow, isLost } from '@catalex/core/copies'
import { placeCode, type Libraries } from '../branches/index.ts'
import type { StoredTitle } from '../catalogue/index.ts'
import type { CopyNow } from '../circulation/index.ts'

/** Whether a copy stands in a scope of systems, branches or collections; an empty scope is everywhere. */
export function inScope(copy: Pick<CopyNow, 'system' | 'branch' | 'collection'>, scope: readonly string[]): boolean {
  return (
    scope.length === 0 ||
    scope.some((code) => code === copy.system || code === copy.branch || code === placeCode(copy.branch, copy.collection))
  )
}

export function editionLine(title: StoredTitle, copies: readonly CopyNow[], scope: readonly string[]): Edition {
  const { record } = title
  const own = copies.filter((copy) => copy.recordId === title.id)
  const here = own.filter((copy) => inScope(copy, scope))
  return {
    recordId: title.id,
    controlNumber: title.controlNumber,
    carrier: record.carrier,
    title: record.title,
    year: record.year,
    edition: record.edition,
    publisher: record.publisher,
    extent: record.extent,
    languages: record.languages,
    tally: { inNow: here.filter(isInNow).length, owned: here.length, elsewhere: own.length - here.length },
    serial: familyOf(record.carrier) === 'journal',
  }
}

export function shelfPlaceOf(copy: CopyNow, libraries: Libraries): ShelfPlace {
  return {
    branch: copy.branch,
    collection: libraries.collection(copy.branch, copy.collection)?.name ?? copy.collection,
    floor: libraries.floorName(copy.branch, copy.collection),
    callNumber: { text: copy.item.callText, spine: JSON.parse(copy.item.spine) as string[] },
  }
}

/** Whose copies come first: those of the pickup location, of the scope, then of the others, in the order of the branches. */
export interface Whose {
  libraries: Libraries
  scope: readonly string[]
  pickup: string | undefined
}

/** The copies a reader would go for first: in now, then as whose they are; lost ones last. */
export function nearestFirst(copies: readonly CopyNow[], whose: Whose): CopyNow[] {
  const place = placeRank(whose)
  return ranked(copies, (copy) => (isInNow(copy) ? 0 : isLost(copy) ? 8000 : 4000) + place(copy))
}

/** The copies table: within a place in shelf order. */
export const ownPlacesFirst = (copies: readonly CopyNow[], whose: Whose): CopyNow[] => ranked(copies, placeRank(whose))

function placeRank({ libraries, scope, pickup }: Whose): (copy: CopyNow) => number {
  const branches = libraries.branchesIn([])
  return (copy) => (copy.branch === pickup ? 0 : inScope(copy, scope) ? 1000 : 2000) + branches.indexOf(copy.branch)
}

const ranked = (copies: readonly CopyNow[], rank: (copy: CopyNow) => number): CopyNow[] => [...copies].sort((a, b) => rank(a) - rank(b))

export function copyLine(copy: CopyNow, libraries: Libraries, category: string, hold: CopyLine['hold']): CopyLine {
  const { item } = copy
  return {
    barcode: copy.barcode,
    recordId: copy.recordId,
    place: shelfPlaceOf(copy, libraries),
    collectionKind: copy.collectionKind,
    use: copy.use,
    status: copy.status,
    inNow: isInNow(copy),
    due: copy.due,
    enumeration: item.enumeration,
    copy: item.copy,
    note: item.note,
    loanDays: libraries.loanDays(category, copy.use, copy.family, copy.system),
    hold,
  }
}
