/** The libraries: systems, branches and collections, and the rules by which they lend. */
import { checked } from '@catalex/contract/schema'
import { libraryFileSchema, policiesFileSchema, type LibraryFile, type PoliciesFile } from '@catalex/contract/files'
import type { Branch, Collection } from '@catalex/contract/branches'
import type { HoldRule, PickupPlace } from '@catalex/core/holds'
import { facetTree, type FacetTree } from '@catalex/core/search'
import type { Database } from '../database/index.ts'
import { Refused } from './refused.ts'

export { Refused } from './refused.ts'

/** A place in the tree: a collection is "branch/collection". */
export const placeCode = (branch: string, collection: string): string => `${branch}/${collection}`

export class Libraries {
  readonly placeTree: FacetTree
  private readonly branches: Map<string, Branch>
  private readonly nodes: Map<string, number>

  constructor(
    readonly file: LibraryFile,
    readonly policies: PoliciesFile,
  ) {
    this.branches = new Map(file.branches.map((branch) => [branch.code, branch]))
    this.placeTree = facetTree([
      ...file.systems.map((system) => ({ code: system.code, parent: null })),
      ...file.branches.flatMap((branch) => [
        { code: branch.code, parent: branch.system },
        ...branch.collections.map((collection) => ({ code: placeCode(branch.code, collection.code), parent: branch.code })),
      ]),
    ])
    this.nodes = new Map(this.placeTree.codes.map((code, node) => [code, node]))
  }

  static async load(database: Database): Promise<Libraries> {
    const rows = await database.read<{ name: string; value: string }>(
      "SELECT name, value FROM settings WHERE name IN ('library', 'policies')",
    )
    const value = (name: string): unknown => JSON.parse(rows.find((row) => row.name === name)?.value ?? 'null')
    return new Libraries(
      checked<LibraryFile>(libraryFileSchema, value('library')),
      checked<PoliciesFile>(policiesFileSchema, value('policies')),
    )
  }

  async save(database: Database): Promise<void> {
    await database.write(async (write) => {
      for (const [name, value] of Object.entries({ library: this.file, policies: this.policies })) {
        await write.run(
          'INSERT INTO settings (name, value) VALUES ($name, $value) ON CONFLICT (name) DO UPDATE SET value = excluded.value',
          { name, value: JSON.stringify(value) },
        )
      }
    })
  }

  branch(code: string): Branch | undefined {
    return this.branches.get(code)
  }

  collection(branch: string, collection: string): Collection | undefined {
    return this.branches.get(branch)?.collections.find((candidate) => candidate.code === collection)
  }

  placeNode(branch: string, collection: string): number | undefined {
    return this.nodes.get(placeCode(branch, collection))
  }

  floorName(branch: string, collection: string): string {
    const floor = this.collection(branch, collection)?.floor
    return this.branches.get(branch)?.floors.find((candidate) => candidate.code === floor)?.name ?? ''
  }

  /** The branches inside a scope of systems, branches or collections; all for an empty one. */
  branchesIn(scope: readonly string[]): string[] {
    const all = this.file.branches
    if (scope.length === 0) return all.map((branch) => branch.code)
    return all
      .filter((b) => scope.some((code) => code === b.code || code === b.system || code.startsWith(`${b.code}/`)))
      .map((branch) => branch.code)
  }

  get holdRules(): HoldRule[] {
    return this.policies.holdRules as HoldRule[]
  }

  get selfServe(): ReadonlySet<string> {
    return new Set(this.file.branches.filter((branch) => !branch.keepsFromShelf).map((branch) => branch.code))
  }

  category(code: string) {
    const found = this.policies.categories.find((category) => category.code === code)
    if (!found) throw new Error(`The policies have no reader category "${code}".`)
    return found
  }

  /** Pickup locations at which this category may collect. */
  pickupsFor(category: string): (PickupPlace & { name: string; holdShelfDays: number })[] {
    return this.file.branches.flatMap((branch) =>
      branch.pickup && (branch.pickup.categories?.includes(category) ?? true)
        ? [{ branch: branch.code, system: branch.system, name: branch.name, holdShelfDays: branch.pickup.holdShelfDays }]
        : [],
    )
  }

  pickup(branch: string, category: string): PickupPlace {
    const found = this.pickupsFor(category).find((place) => place.branch === branch)
    if (!found) throw new Refused({ code: 'pickup-not-served' })
    return found
  }

  /** Days of a loan for this category, null where it does not leave the building. */
  loanDays(category: string, use: string, family: string, owner: string): number | null {
    if (use === 'here only') return null
    const has = (list: readonly string[] | undefined, value: string) => list === undefined || list.includes(value)
    const rule = this.policies.loanRules.find(
      (r) => has(r.categories, category) && has(r.uses, use) && has(r.families, family) && has(r.owners, owner),
    )
    return rule?.days ?? null
  }
}
