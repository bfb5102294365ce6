/** The libraries: systems, branches and collections, and the rules by which they lend. */
import type { CourierFile, CoursesFile, DisplaysFile, LibraryFile, PoliciesFile } from '@catalex/contract/files'
import type { Branch, Collection, System } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import { openingHours, zoneNamed, type Minute, type OpeningHours } from '@catalex/core/calendar'
import type { RecordedStatus } from '@catalex/core/catalogue'
import { USUAL_CARDS, type CardShapes, type Visit } from '@catalex/core/card'
import type { CourierFinding } from '@catalex/core/courier'
import type { HoldRule } from '@catalex/core/holds'
import { broughtBackTo, type LoanLength, type LoanRule } from '@catalex/core/loans'
import { bayFinder, type Shelved } from '@catalex/core/plan'
import type { OutsideRule, ScanRule } from '@catalex/core/requests'
import { NO_HISTORY, type ReturnHistory } from '@catalex/core/waiting'
import { facetTree, type FacetTree, type InHand } from '@catalex/core/search'
import type { Zone } from 'luxon'
import type { Queryable, Write } from '../database/index.ts'
import { Deliveries, type DeliveryOf, type Shelves } from './courier.ts'
import { Pickups } from './pickups.ts'
import { placeCode } from './places.ts'
import { readTold, storeTold, versionIn, type Told } from './told.ts'

export type { Told } from './told.ts'
export { placeCode } from './places.ts'
export { storeDocuments, type MissingRecord } from './documents.ts'

const MINUTE = 60_000

export class Libraries {
  pickups = new Pickups([])
  private branches = new Map<string, Branch>()
  private places = new Map<string, { system: string; branch: string; collection: string }>()
  private deliveries: Deliveries | null = null
  /** By node of the place tree. */
  private shelves: (Shelves | null)[] | null = null
  private statuses = new Map<string, RecordedStatus>()
  private plans = new Map<string, { plan: BranchPlan; bayOf: ReturnType<typeof bayFinder> }>()

  constructor(
    /** To be told again in another thread. */
    public told: Told,
    private version = 0,
  ) {
    this.take(told)
  }

  private take(told: Told): void {
    const { library, policies, documents = {} } = told
    this.told = told
    this.pickups = new Pickups(library.branches)
    this.branches = new Map(library.branches.map((branch) => [branch.code, branch]))
    this.places = new Map(
      library.branches.flatMap(({ system, code, collections }) =>
        [null, ...collections.map((collection) => collection.code)].map((collection) => [
          [system, code, ...(collection === null ? [] : [collection])].join('/').toLowerCase(),
          { system, branch: code, collection: collection ?? '' },
        ]),
      ),
    )
    this.plans = new Map((documents.plans ?? []).map((plan) => [plan.branch, { plan, bayOf: bayFinder(plan) }]))
    this.shelves = null
    this.deliveries = documents.courier ? new Deliveries(library, documents.courier) : null
    this.statuses = new Map(Object.entries(policies.statuses ?? {}).map(([words, status]) => [words.toLowerCase(), status]))
  }

  static async load(source: Queryable): Promise<Libraries> {
    return new Libraries(await readTold(source), await versionIn(source))
  }

  /** Takes over what another process has stored. @returns whether there was anything new */
  async refresh(source: Queryable): Promise<boolean> {
    const version = await versionIn(source)
    if (version === this.version) return false
    this.take(await readTold(source))
    this.version = version
    return true
  }

  async save(write: Write): Promise<void> {
    this.version = (await storeTold(write, this.told)) ?? this.version
  }

  get library(): LibraryFile {
    return this.told.library
  }

  /** Of all days and hours. */
  get zone(): Zone {
    return zoneNamed(this.library.timeZone)
  }

  get policies(): PoliciesFile {
    return this.told.policies
  }

  /** How long a session lives that nobody uses, in milliseconds. */
  idleMs(visit: Visit): number {
    const { idleMinutes = 15, terminalIdleMinutes = 3, stayDays = 14 } = this.policies.sessions ?? {}
    return { usual: idleMinutes * MINUTE, terminal: terminalIdleMinutes * MINUTE, stay: stayDays * 24 * 60 * MINUTE }[visit]
  }

  get courses(): CoursesFile {
    return this.told.documents?.courses ?? []
  }

  get displays(): DisplaysFile {
    return this.told.documents?.displays ?? []
  }

  /**
   * How copies come to a pickup location; of a library that tells no timetable nobody knows.
   * @param now ISO time
   */
  deliveriesTo(pickup: string, now: string): DeliveryOf {
    return this.deliveries?.to(pickup, now) ?? (() => null)
  }

  /** How copies come back to a branch for its shelves. @param now ISO time */
  deliveriesHome(branch: string, now: string): DeliveryOf {
    return this.deliveries?.home(branch, now) ?? (() => null)
  }

  /** Minutes after which what is taken off its shelf is ready to leave. */
  get pickMinutes(): number {
    return this.told.documents?.courier?.pickMinutes ?? 0
  }

  /** ISO time of the next run through the shelves of a branch; null where nobody knows. @param now ISO time */
  nextPick(branch: string, now: string): string | null {
    const picked = this.deliveries?.home(branch, now)({ branch, collection: '', collectionKind: 'open shelf' })?.picked
    return picked === undefined ? null : new Date(picked * MINUTE).toISOString()
  }

  /** Lines of the courier; none where there is no timetable. */
  get courierLines(): CourierFile['lines'] {
    return this.told.documents?.courier?.lines ?? []
  }

  /** Whether there is a timetable. */
  get knowsDeliveries(): boolean {
    return this.deliveries !== null
  }

  /** How late things come back, as far as the library has told it. */
  get returns(): ReturnHistory {
    return this.told.documents?.returns ?? NO_HISTORY
  }

  /** When copies that come together are ready where they miss their runs once; null where nobody knows. @param now ISO time */
  latestAt(pickup: string, now: string, copies: readonly Shelves[]): Minute | null {
    return this.deliveries?.latest(pickup, now, copies) ?? null
  }

  /** When a copy that is at a branch then is in hand at a pickup point. */
  arrivalAt(branch: string, pickup: string, at: Minute): Minute | null {
    return this.deliveries?.arrival(branch, pickup, at) ?? null
  }

  /** Lines of the timetable that call at a branch out and back. */
  calledTwice(): { line: string; branch: string }[] {
    return this.deliveries?.calledTwice() ?? []
  }

  /** What the timetable leaves out; null where there is none. @param now ISO time */
  courierFindings(now: string): CourierFinding[] | null {
    return this.deliveries?.findings(now) ?? null
  }

  /**
   * When copies in now would be in hand at a pickup location, by nodes of the place tree, with the times by which titles are
   * counted; null where nobody knows.
   * @param now ISO time
   */
  arrivalsAt(pickup: string | null, now: string): Pick<InHand, 'arrivals' | 'limits'> | null {
    // Whatever else somebody asks for is not kept.
    if (pickup === null || !this.deliveries || !this.pickups.place(pickup)) return null
    this.shelves ??= this.placeTree().codes.map((code) => {
      const { branch, collection } = this.shelvesAt(code)
      const found = this.collection(branch, collection)
      return found ? { branch, collection, collectionKind: found.kind } : null
    })
    return { arrivals: this.deliveries.arrivals(pickup, now, this.shelves), limits: this.deliveries.limits(now) }
  }

  /** Branches of which there is a plan. */
  get planned(): string[] {
    return [...this.plans.keys()]
  }

  planOf(branch: string): BranchPlan | undefined {
    return this.plans.get(branch)?.plan
  }

  /** The bay in which a copy stands; null where no plan shows it. */
  bayOf(branch: string, copy: Shelved): string | null {
    return this.plans.get(branch)?.bayOf(copy) ?? null
  }

  /** In whose order titles and names stand. */
  get language(): string {
    return this.library.languages?.[0] ?? 'en'
  }

  get cards(): CardShapes {
    return this.library.cards ?? USUAL_CARDS
  }

  /** After so many days an ended hold is nobody's any more. */
  get endedHoldDays(): number {
    return this.policies.endedHoldDays ?? 30
  }

  /** System > branch > collection, as the search index counts them. */
  placeTree(): FacetTree {
    const { systems, branches } = this.library
    return facetTree([
      ...systems.map((system) => ({ code: system.code, parent: null })),
      ...branches.flatMap((branch) => [
        { code: branch.code, parent: branch.system },
        ...branch.collections.map((collection) => ({ code: placeCode(branch.code, collection.code), parent: branch.code })),
      ]),
    ])
  }

  branch(code: string): Branch | undefined {
    return this.branches.get(code)
  }

  /** The system to whose branches alone what it lends is brought back; null for one whose things are taken back anywhere. */
  returnedTo(system: string): System | null {
    const owner = this.library.systems.find(({ code }) => code === system)
    return owner?.returns === 'own branches' ? owner : null
  }

  /** When the branch is open to which a copy is brought back. */
  hoursToBringBack(homeBranch: string | null, copy: { branch: string; system: string }, unit: LoanLength['unit']): OpeningHours {
    const branch = broughtBackTo({ branch: copy.branch, ownerAlone: this.returnedTo(copy.system) !== null }, homeBranch, unit)
    return this.hoursOf(branch) ?? { weekly: {}, closures: [] }
  }

  systemOf(branch: string): string | null {
    return this.branches.get(branch)?.system ?? null
  }

  collection(branch: string, collection: string): Collection | undefined {
    return this.branches.get(branch)?.collections.find((candidate) => candidate.code === collection)
  }

  /** By codes in any case, the place as the library writes it; with no collection, any of the branch. */
  placeOf(system: string, branch: string, collection: string | null): { system: string; branch: string; collection: string } | undefined {
    return this.places.get([system, branch, ...(collection === null ? [] : [collection])].join('/').toLowerCase())
  }

  /** What a status in the library's own words means, where its policies say so. */
  statusNamed(words: string): RecordedStatus | undefined {
    return this.statuses.get(words.toLowerCase())
  }

  floorName(branch: string, collection: string): string {
    const floor = this.collection(branch, collection)?.floor
    return this.branches.get(branch)?.floors.find((candidate) => candidate.code === floor)?.name ?? ''
  }

  /** Where the copies of a node of the place tree stand; of a system or a branch itself there are none. */
  shelvesAt(code: string): { system: string; branch: string; collection: string } {
    const [branch = '', collection = ''] = code.split('/')
    return { system: this.systemOf(branch) ?? branch, branch, collection }
  }

  /** The branches inside a scope of systems, branches or collections; all for an empty one. */
  branchesIn(scope: readonly string[]): string[] {
    const inside = (branch: Branch) =>
      scope.some((code) => code === branch.code || code === branch.system || code.startsWith(`${branch.code}/`))
    return this.library.branches.filter((branch) => scope.length === 0 || inside(branch)).map((branch) => branch.code)
  }

  get holdRules(): readonly HoldRule[] {
    return this.policies.holdRules
  }

  get scanRules(): readonly ScanRule[] {
    return this.policies.scans ?? []
  }

  get outsideRules(): readonly OutsideRule[] {
    return this.policies.outside ?? []
  }

  get loanRules(): readonly LoanRule[] {
    return this.policies.loanRules
  }

  /** Branches that keep nothing from their own open shelves. */
  get selfServe(): ReadonlySet<string> {
    return new Set(this.library.branches.filter((branch) => !branch.keepsFromShelf).map((branch) => branch.code))
  }

  category(code: string) {
    const found = this.policies.categories.find((category) => category.code === code)
    if (!found) throw new Error(`The policies have no reader category "${code}".`)
    return found
  }

  /** When a branch is open; undefined for none. */
  hoursOf(branch: string): OpeningHours | undefined {
    const found = this.branches.get(branch)
    return found && openingHours(found)
  }
}
