/** What an index is gathered in while nobody knows how large it will be. */
import { sortTexts } from './textList.ts'

/** A list of 32-bit numbers that grows by half as it fills. */
export class GrowingArray {
  values = new Uint32Array(1 << 12)
  length = 0

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Uint32Array(Math.ceil(this.values.length * 1.5))
      larger.set(this.values)
      this.values = larger
    }
    this.values[this.length] = value
    this.length += 1
  }

  done(): Uint32Array {
    return this.values.subarray(0, this.length)
  }
}

/** Numbers texts in the order in which they first come. */
export class Numbering {
  private readonly numbers = new Map<string, number>()

  get size(): number {
    return this.numbers.size
  }

  of(text: string): number {
    const known = this.numbers.get(text)
    if (known !== undefined) return known
    this.numbers.set(text, this.numbers.size)
    return this.numbers.size - 1
  }

  texts(): string[] {
    return [...this.numbers.keys()]
  }

  /** The texts in order, and the place of each number among them. */
  sorted(): { texts: string[]; place: Uint32Array } {
    const texts = sortTexts(this.texts())
    const place = new Uint32Array(texts.length)
    texts.forEach((text, i) => (place[this.numbers.get(text) ?? 0] = i))
    return { texts, place }
  }
}

/** Where each thing's entries begin, from how many it has, in the order given. */
export function startsOf(count: number, lengthOf: (i: number) => number): Uint32Array {
  const starts = new Uint32Array(count + 1)
  for (let i = 0; i < count; i += 1) starts[i + 1] = starts[i] + lengthOf(i)
  return starts
}

/** Counting sort: what each of `keys` stands for, gathered by key, in the order of its coming within a key. */
export function gatheredBy(keys: ArrayLike<number>, keyCount: number): { starts: Uint32Array; order: Uint32Array } {
  const starts = new Uint32Array(keyCount + 1)
  for (let i = 0; i < keys.length; i += 1) starts[keys[i] + 1] += 1
  for (let key = 0; key < keyCount; key += 1) starts[key + 1] += starts[key]
  const next = starts.slice()
  const order = new Uint32Array(keys.length)
  for (let i = 0; i < keys.length; i += 1) order[next[keys[i]]++] = i
  return { starts, order }
}

/** Lists of numbers that go with documents, several columns side by side. */
export class Lists<Name extends string> {
  private readonly names: readonly Name[]
  private readonly columns: GrowingArray[]
  private readonly ends = new GrowingArray()

  constructor(...names: Name[]) {
    this.names = names
    this.columns = names.map(() => new GrowingArray())
  }

  push(...entry: number[]): void {
    for (let i = 0; i < entry.length; i += 1) this.columns[i].push(entry[i])
  }

  endDocument(): void {
    this.ends.push(this.columns[0].length)
  }

  column(name: Name): Uint32Array {
    return this.columns[this.names.indexOf(name)].done()
  }

  first(document: number): number {
    return document === 0 ? 0 : this.ends.values[document - 1]
  }

  end(document: number): number {
    return this.ends.values[document]
  }

  startsIn(order: Uint32Array): Uint32Array {
    return startsOf(order.length, (i) => this.end(order[i]) - this.first(order[i]))
  }

  /** A column with the documents in another order. */
  inOrder(order: Uint32Array, name: Name): Uint32Array {
    const column = this.column(name)
    const sorted = new Uint32Array(column.length)
    let at = 0
    for (const document of order) {
      const entries = column.subarray(this.first(document), this.end(document))
      sorted.set(entries, at)
      at += entries.length
    }
    return sorted
  }
}
