/** The places where things are collected: for whom, when they are open, and what choosing one does. */
import type { Branch, PickupPoint } from '@catalex/contract/libraries'
import { openingHours, type OpeningHours } from '@catalex/core/calendar'
import { defaultPickup, usualPickup, type PickupPlace } from '@catalex/core/holds'

interface Kept {
  branch: Branch
  point: PickupPoint
  place: PickupPlace
}

export class Pickups {
  private readonly all: readonly Kept[]

  constructor(private readonly branches: readonly Branch[]) {
    this.all = branches.flatMap((branch) =>
      branch.pickups.map((point) => ({ branch, point, place: { code: point.code, branch: branch.code, system: branch.system } })),
    )
  }

  /** Where somebody collects who has not chosen a place. */
  usualOf(reader: { homeBranch: string; category: string } | null): string | null {
    return reader === null ? defaultPickup(this.branches) : usualPickup(this.branches, reader)
  }

  /** Where this category may collect. */
  openTo(category: string): PickupPlace[] {
    return this.all.filter(({ point }) => point.categories?.includes(category) ?? true).map(({ place }) => place)
  }

  /** @returns undefined where this category can't collect */
  at(code: string, category: string): PickupPlace | undefined {
    return this.openTo(category).find((place) => place.code === code)
  }

  /** Where it is, whoever may collect there. */
  place(code: string): PickupPlace | undefined {
    return this.found(code)?.place
  }

  /** Its branch; of a branch that has none by its code, itself. */
  branchOf(code: string | null): string | null {
    return code === null ? null : (this.place(code)?.branch ?? code)
  }

  /** What its readers are told: where it is, the desk as it is named on its door, and what to bring. */
  inWords(code: string): { place: string; desk: string; bring: string } | undefined {
    const found = this.found(code)
    return found && { place: found.point.name ?? found.branch.name, desk: found.point.desk, bring: found.point.bring }
  }

  /** When readers can collect there; undefined for no pickup point. */
  hours(code: string): OpeningHours | undefined {
    const found = this.found(code)
    return found && openingHours(found.branch, found.point.hours)
  }

  /** Open days for which it keeps what is ready. */
  shelfDays(code: string): number {
    return this.found(code)?.point.holdShelfDays ?? 0
  }

  /** Whether the days of what is collected there count from when it was sent. */
  loanBeginsWhenSent(code: string): boolean {
    return this.found(code)?.point.loanBegins === 'when sent'
  }

  private found(code: string): Kept | undefined {
    return this.all.find(({ place }) => place.code === code)
  }
}
