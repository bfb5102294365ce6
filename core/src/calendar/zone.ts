/** A time zone that remembers: working out an offset is the dearest part of every sum with days. */
import { IANAZone } from 'luxon'

const QUARTER_MS = 15 * 60_000
/** Since then every zone has changed its offset at a whole quarter of an hour. */
const REGULAR_SINCE = Date.UTC(1972, 0, 1)
/** More quarters than three years have. */
const MAX_KEPT = 120_000

class RememberingZone extends IANAZone {
  private readonly offsets = new Map<number, number>()

  override offset(time: number): number {
    if (!(time >= REGULAR_SINCE)) return super.offset(time)
    const quarter = Math.floor(time / QUARTER_MS)
    const known = this.offsets.get(quarter)
    if (known !== undefined) return known
    if (this.offsets.size >= MAX_KEPT) this.offsets.clear()
    const offset = super.offset(time)
    this.offsets.set(quarter, offset)
    return offset
  }
}

const zones = new Map<string, IANAZone>()

/** @param name IANA name, such as "Europe/Dublin" */
export function zoneNamed(name: string): IANAZone {
  const known = zones.get(name) ?? new RememberingZone(name)
  zones.set(name, known)
  return known
}
