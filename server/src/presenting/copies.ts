/** Editions and copies as lines for the screen: one way of putting them, for rows and for the title page. */
import type { CopyLine, Edition, ShelfPlace } from '@catalex/contract/title'
import { familyOf } from '@catalex/core/catalogue'
import { isInNow, isLost, piecesOf } from '@catalex/core/copies'
import { verdictOn } from '@catalex/core/holds'
import { loanTerms } from '@catalex/core/loans'
import type { Borrower } from '@catalex/core/policies'
import type { Availability } from '@catalex/core/query'
import { isForHome } from '@catalex/core/search'
import type { StoredRecord } from '../catalogue/index.ts'
import type { CopyNow } from '../circulation/index.ts'
import { placeCode, type Libraries } from '../libraries/index.ts'

/** Whether a copy stands in a scope of systems, branches or collections; an empty scope is everywhere. */
export function inScope(copy: Pick<CopyNow, 'system' | 'branch' | 'collection'>, scope: readonly string[]): boolean {
  const codes = [copy.system, copy.branch, placeCode(copy.branch, copy.collection)]
  return scope.length === 0 || scope.some((code) => codes.includes(code))
}

export function editionLine({ controlNumber, record }: StoredRecord, copies: readonly CopyNow[], scope: readonly string[]): Edition {
  const own = copies.filter((copy) => copy.controlNumber === controlNumber)
  const here = own.filter((copy) => inScope(copy, scope))
  const { carrier, title, year, edition, publisher, extent, languages, identifiers } = record
  return {
    controlNumber,
    carrier,
    title,
    year,
    edition,
    publisher,
    extent,
    languages,
    binding: identifiers.find(({ kind }) => kind === 'isbn')?.qualifier ?? null,
    tally: { inNow: here.filter(isInNow).length, owned: here.length, elsewhere: own.length - here.length },
    serial: familyOf(carrier) === 'journal',
  }
}

export function shelfPlaceOf({ branch, collection, family, stored }: CopyNow, libraries: Libraries): ShelfPlace {
  return {
    branch,
    collection: libraries.collection(branch, collection)?.name ?? collection,
    floor: libraries.floorName(branch, collection),
    bay: libraries.bayOf(branch, { collection, sortKey: stored.sortKey, family }),
    // Written as a list of lines when the copy was stored.
    callNumber: { text: stored.callText, spine: JSON.parse(stored.spine) as string[] },
  }
}

/** Whose copies come first: those of the pickup location, of the scope, then of the others, in the order of the branches. */
export interface Whose {
  libraries: Libraries
  scope: readonly string[]
  /** Branch of the pickup point. */
  near: string | null
}

/** Whether a copy is all that is asked of it: what the search asks of the index, asked of one copy. */
export function meeting(
  libraries: Libraries,
  asked: readonly Availability[],
  { borrower, at }: { borrower: Borrower; at: string | null },
): (copy: CopyNow) => boolean {
  const place = at === null ? undefined : libraries.pickups.at(at, borrower.category)
  const meets: Record<Availability, (copy: CopyNow) => boolean> = {
    here: (copy) => copy.branch === place?.branch,
    inNow: isInNow,
    takeHome: (copy) => isForHome(copy.use),
    sendable: (copy) => isInNow(copy) && place !== undefined && verdictOn(libraries.holdRules, borrower, copy, place).allowed,
  }
  return (copy) => asked.every((name) => meets[name](copy))
}

/** The copies a reader would go for first: in now, then as whose they are; lost ones last. */
export function nearestFirst(copies: readonly CopyNow[], whose: Whose): CopyNow[] {
  const place = placeRank(whose)
  return ranked(copies, (copy) => (isInNow(copy) ? 0 : isLost(copy) ? 8000 : 4000) + place(copy))
}

/** The copies table: within a place in shelf order. */
export const ownPlacesFirst = (copies: readonly CopyNow[], whose: Whose): CopyNow[] => ranked(copies, placeRank(whose))

function placeRank({ libraries, scope, near }: Whose): (copy: CopyNow) => number {
  const order = new Map(libraries.branchesIn([]).map((branch, i) => [branch, i]))
  return (copy) => (copy.branch === near ? 0 : inScope(copy, scope) ? 1000 : 2000) + (order.get(copy.branch) ?? -1)
}

const ranked = (copies: readonly CopyNow[], rank: (copy: CopyNow) => number): CopyNow[] =>
  copies
    .map((copy) => ({ copy, rank: rank(copy) }))
    .sort((a, b) => a.rank - b.rank)
    .map(({ copy }) => copy)

/** @param all copies of the title, among them the other pieces of a set */
export function copyLine(
  copy: CopyNow,
  { libraries, borrower, all }: { libraries: Libraries; borrower: Borrower; all: readonly CopyNow[] },
  hold: CopyLine['hold'],
): CopyLine {
  const { barcode, collectionKind, use, status, due, enumeration, stored } = copy
  return {
    barcode,
    place: shelfPlaceOf(copy, libraries),
    collectionKind,
    use,
    status,
    statusText: status === 'other' ? stored.statusText : null,
    inNow: isInNow(copy),
    due,
    enumeration,
    copy: stored.copy,
    note: stored.note,
    pieces: piecesOf(copy, all).flatMap((piece) => (piece.barcode === barcode ? [] : pieceLine(piece, libraries))),
    loan: termsOf(libraries, borrower, copy),
    hold,
  }
}

function termsOf(libraries: Libraries, borrower: Borrower, copy: CopyNow): CopyLine['loan'] {
  const terms = loanTerms(libraries.loanRules, borrower, copy)
  return terms && { ...terms, returnTo: libraries.returnedTo(copy.system)?.code ?? null }
}

function pieceLine(piece: CopyNow, libraries: Libraries): CopyLine['pieces'][number] {
  const { branch, collection, floor } = shelfPlaceOf(piece, libraries)
  return { what: piece.enumeration ?? piece.stored.callText, branch, collection, floor }
}
