/**
 * Narrowing: one pass over the matched documents that keeps what passes every facet, counts every facet without its own
 * choice, and gathers works. Counts are of works and exact.
 *
 * A document that fails one facet only still counts for that facet: it is what another choice there would bring.
 */
import type { SearchIndex } from './build.ts'
import { AVAILABILITY, type Availability, type Facet, type ListedFacet } from '../asking/index.ts'
import { Gathered } from './gather.ts'
import type { Matches } from './match.ts'
import type { NarrowingChoice } from './choice.ts'
import { CopyTest } from './copyTest.ts'
import { chosenNodes, TreeCount, WorkCount } from './tree.ts'

export interface Narrowed extends ReturnType<Gathered['done']> {
  /** Works by node or value of each facet. */
  counts: Record<Facet, Uint32Array>
  /** Works by year, from FIRST_YEAR on. */
  years: Uint32Array
  /** Works if a facet's choice were dropped. */
  without: Record<Facet | 'years' | 'copies', number>
  /** Works if this were asked of copies too. */
  copies: Record<Availability, number>
}

export const FIRST_YEAR = 1400
export const YEARS = 800

/** Works with a copy in now come a little before equals. */
const IN_NOW_BOOST = 0.6

/** One facet's say on a document. */
interface FacetTest {
  name: Facet | 'years'
  passes(doc: number): boolean
  count(doc: number, work: number): void
  without: WorkCount
}

export function narrow(index: SearchIndex, matches: Matches, choice: NarrowingChoice): Narrowed {
  const copies = new CopyTest(index, choice)
  const formatScope = chosenNodes(index.formatTree, choice.scopeFormats)
  const place = placeTest(index, copies)
  const format = formatTest(index, choice)
  const listed = (Object.keys(index.listed) as ListedFacet[]).map((name) => listedTest(index, name, choice))
  const years = yearTest(index, choice)
  const tests: FacetTest[] = [place, format, ...listed, years]
  const unasked = new WorkCount()
  const withChoice = AVAILABILITY.map(() => new WorkCount())
  const gathered = new Gathered(matches.docs.length)

  for (let i = 0; i < matches.docs.length; i += 1) {
    const doc = matches.docs[i]
    if (formatScope && !formatScope[index.format[doc]]) continue
    copies.look(doc)
    if (!copies.inScope) continue
    const work = index.workOf[doc]
    const failed = onlyFailed(tests, doc)
    if (failed === 'several') continue
    if (failed === place && copies.passesUnasked) unasked.add(work)
    if (failed === place && !copies.passesElsewhere) continue
    if (failed !== null) {
      failed.count(doc, work)
      failed.without.add(work)
      continue
    }
    unasked.add(work)
    for (const test of tests) {
      test.count(doc, work)
      test.without.add(work)
    }
    for (let c = 0; c < AVAILABILITY.length; c += 1) if (copies.passesWith(c)) withChoice[c].add(work)
    gathered.add(index, doc, work, matches.scores[i] + (copies.inNowThere ? IN_NOW_BOOST : 0), copies.callRank)
  }
  return {
    ...gathered.done(),
    counts: Object.fromEntries([place, format, ...listed].map((test) => [test.name, test.tree.counts])) as Record<Facet, Uint32Array>,
    years: years.tree.counts,
    without: { ...Object.fromEntries(tests.map((test) => [test.name, test.without.count])), copies: unasked.count } as Narrowed['without'],
    copies: Object.fromEntries(AVAILABILITY.map((name, c) => [name, withChoice[c].count])) as Record<Availability, number>,
  }
}

/** Works that pass, and nothing else: what another reading of a query would find. */
export function countWorks(index: SearchIndex, matches: Matches, choice: NarrowingChoice): number {
  const copies = new CopyTest(index, choice)
  const formatScope = chosenNodes(index.formatTree, choice.scopeFormats)
  const listed = (Object.keys(index.listed) as ListedFacet[]).filter(
    (name) => (choice.only[name]?.length ?? 0) + (choice.not[name]?.length ?? 0) > 0,
  )
  const tests: FacetTest[] = [
    placeTest(index, copies),
    formatTest(index, choice),
    ...listed.map((name) => listedTest(index, name, choice)),
    yearTest(index, choice),
  ]
  const works = new WorkCount()
  for (const doc of matches.docs) {
    if (formatScope && !formatScope[index.format[doc]]) continue
    copies.look(doc)
    if (copies.inScope && tests.every((test) => test.passes(doc))) works.add(index.workOf[doc])
  }
  return works.count
}

/** The one test that the document fails, null when it passes all. */
function onlyFailed(tests: readonly FacetTest[], doc: number): FacetTest | 'several' | null {
  let failed: FacetTest | null = null
  for (const test of tests) {
    if (test.passes(doc)) continue
    if (failed !== null) return 'several'
    failed = test
  }
  return failed
}

type CountingTest = FacetTest & { tree: TreeCount }

function placeTest(index: SearchIndex, copies: CopyTest): CountingTest {
  const tree = new TreeCount(index.placeTree.parents)
  return {
    name: 'place',
    tree,
    without: new WorkCount(),
    passes: () => copies.passes,
    count: (doc, work) => {
      copies.countInto(tree, doc, work)
    },
  }
}

function formatTest(index: SearchIndex, choice: NarrowingChoice): CountingTest {
  const tree = new TreeCount(index.formatTree.parents)
  const chosen = chosenNodes(index.formatTree, choice.only.format ?? [])
  const barred = chosenNodes(index.formatTree, choice.not.format ?? [])
  return {
    name: 'format',
    tree,
    without: new WorkCount(),
    passes: (doc) => (chosen === null || chosen[index.format[doc]] === 1) && (barred === null || barred[index.format[doc]] === 0),
    count: (doc, work) => {
      tree.add(index.format[doc], work)
    },
  }
}

function listedTest(index: SearchIndex, name: ListedFacet, choice: NarrowingChoice): CountingTest {
  const { start, value, codes } = index.listed[name]
  const tree = TreeCount.flat(codes.length)
  const chosen = chosenValues(codes, choice.only[name])
  const barred = chosenValues(codes, choice.not[name])
  const any = (marks: Uint8Array, doc: number): boolean => {
    for (let i = start[doc]; i < start[doc + 1]; i += 1) if (marks[value[i]]) return true
    return false
  }
  return {
    name,
    tree,
    without: new WorkCount(),
    passes: (doc) => (chosen === null || any(chosen, doc)) && (barred === null || !any(barred, doc)),
    count: (doc, work) => {
      for (let i = start[doc]; i < start[doc + 1]; i += 1) tree.add(value[i], work)
    },
  }
}

function chosenValues(codes: readonly string[], chosen: readonly string[] | undefined): Uint8Array | null {
  if (!chosen || chosen.length === 0) return null
  const wanted = new Set(chosen)
  return Uint8Array.from(codes, (code) => (wanted.has(code) ? 1 : 0))
}

function yearTest(index: SearchIndex, { years }: NarrowingChoice): CountingTest & { name: 'years' } {
  const tree = TreeCount.flat(YEARS)
  const from = years.from ?? 0
  const to = years.to ?? Infinity
  const open = years.from === null && years.to === null
  return {
    name: 'years',
    tree,
    without: new WorkCount(),
    passes: (doc) => open || (index.year[doc] >= from && index.year[doc] <= to && index.year[doc] > 0),
    count: (doc, work) => {
      const at = index.year[doc] - FIRST_YEAR
      if (at >= 0 && at < YEARS) tree.add(at, work)
    },
  }
}
