/** In which orders the bays of one floor may be passed: the shortest for each bay that comes first and each that comes last. */

export interface FloorOrder {
  /** Indexes of bays. */
  order: number[]
  metres: number
}

/** Up to so many bays every order is weighed; above, a good one is looked for. */
const WEIGHED = 8
/** Bays from which a good order is begun. */
const BEGINNINGS = 12

/** @param metres from one bay to another @param firsts bays in the order in which they are worth beginning with */
export function floorOrders(count: number, metres: (from: number, to: number) => number, firsts: readonly number[]): FloorOrder[] {
  return count <= WEIGHED
    ? firsts.flatMap((first) => shortestFrom(first, count, metres))
    : firsts.slice(0, BEGINNINGS).map((first) => goodFrom(first, count, metres))
}

/** For each last bay the shortest of all orders that begin there (Held and Karp's dynamic programme over sets of bays). */
function shortestFrom(first: number, count: number, metres: (from: number, to: number) => number): FloorOrder[] {
  const all = (1 << count) - 1
  const best = Array.from({ length: all + 1 }, () => new Array<FloorOrder | undefined>(count))
  const row = best[1 << first]
  if (row) row[first] = { order: [first], metres: 0 }
  for (let passed = 1; passed < all; passed++)
    best[passed]?.forEach((till, last) => {
      for (let next = 0; till && next < count; next++) {
        if (passed & (1 << next)) continue
        const longer = best[passed | (1 << next)]
        const total = till.metres + metres(last, next)
        if (longer && total < (longer[next]?.metres ?? Infinity)) longer[next] = { order: [...till.order, next], metres: total }
      }
    })
  return (best[all] ?? []).flatMap((one) => (one ? [one] : []))
}

/** Always the nearest next; then stretches are turned round as long as that shortens it. */
function goodFrom(first: number, count: number, metres: (from: number, to: number) => number): FloorOrder {
  const order = [first]
  const left = new Set(Array.from({ length: count }, (_, i) => i).filter((i) => i !== first))
  for (let at = first; left.size > 0;) {
    let nearest = -1
    for (const bay of left) if (nearest < 0 || metres(at, bay) < metres(at, nearest)) nearest = bay
    left.delete(nearest)
    order.push(nearest)
    at = nearest
  }
  turnStretches(order, metres)
  return { order, metres: order.reduce((sum, bay, i) => sum + (i === 0 ? 0 : metres(order[i - 1] ?? bay, bay)), 0) }
}

/** Two-opt with the first bay kept; every turn shortens the walk, so it ends. */
function turnStretches(order: number[], metres: (from: number, to: number) => number): void {
  const long = (i: number, k: number) => (order[k] === undefined || order[i] === undefined ? 0 : metres(order[i], order[k]))
  for (let turned = true; turned;) {
    turned = false
    for (let i = 1; i < order.length - 1; i++)
      for (let k = i + 1; k < order.length; k++) {
        const saved = long(i - 1, i) + long(k, k + 1) - long(i - 1, k) - long(i, k + 1)
        if (saved <= TOO_LITTLE) continue
        order.splice(i, k - i + 1, ...order.slice(i, k + 1).reverse())
        turned = true
      }
  }
}

/** Metres that are not worth a turn; sums of fractions differ by less. */
const TOO_LITTLE = 1e-6
