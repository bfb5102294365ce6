/** Chance that can be repeated: the same seed gives the same run of numbers (sfc32 over a hashed seed). */
export class Chance {
  private a: number
  private b: number
  private c: number
  private d = 1

  constructor(seed: string) {
    let hash = 2166136261
    const next = (salt: number) => {
      for (const letter of seed) hash = Math.imul(hash ^ letter.charCodeAt(0) ^ salt, 16777619)
      return hash >>> 0
    }
    this.a = next(1)
    this.b = next(2)
    this.c = next(3)
    for (let i = 0; i < 15; i += 1) this.next()
  }

  /** From 0 up to but not including 1. */
  next(): number {
    const t = (((this.a + this.b) | 0) + this.d) | 0
    this.d = (this.d + 1) | 0
    this.a = this.b ^ (this.b >>> 9)
    this.b = (this.c + (this.c << 3)) | 0
    this.c = ((this.c << 21) | (this.c >>> 11)) + t
    return (t >>> 0) / 4294967296
  }

  /** A whole number from `from` to `to`, both possible. */
  whole(from: number, to: number): number {
    return from + Math.floor(this.next() * (to - from + 1))
  }

  maybe(probability: number): boolean {
    return this.next() < probability
  }

  pick<T>(list: readonly T[]): T {
    return known(list[Math.floor(this.next() * list.length)])
  }

  /** Different members of the list, at most as many as it has. */
  some<T>(list: readonly T[], count: number): T[] {
    const rest = [...list]
    return Array.from({ length: Math.min(count, rest.length) }, () => known(rest.splice(Math.floor(this.next() * rest.length), 1)[0]))
  }

  weighted<T>(choices: readonly (readonly [T, number])[]): T {
    let at = this.next() * choices.reduce((sum, [, weight]) => sum + weight, 0)
    for (const [value, weight] of choices) {
      at -= weight
      if (at < 0) return value
    }
    return known(choices.at(-1))[0]
  }
}

/** Nothing can be chosen from nothing. */
function known<T>(chosen: T | undefined): T {
  if (chosen === undefined) throw new Error('There is nothing to choose from.')
  return chosen
}
