/** Groups in the order in which their first members come. */
export function grouped<T, Key>(all: readonly T[], keyOf: (one: T) => Key): Map<Key, T[]> {
  const groups = new Map<Key, T[]>()
  for (const one of all) {
    const group = groups.get(keyOf(one))
    if (group) group.push(one)
    else groups.set(keyOf(one), [one])
  }
  return groups
}
