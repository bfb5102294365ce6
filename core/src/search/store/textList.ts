/**
 * A list of texts in two typed arrays, UTF-8 end to end and where each begins, so that a million of them cost their
 * letters and can lie in memory that threads share.
 */
export class TextList {
  constructor(
    readonly bytes: Uint8Array,
    /** Text i stands from starts[i] up to starts[i + 1]. */
    readonly starts: Uint32Array,
  ) {}

  static of(texts: readonly string[]): TextList {
    const starts = new Uint32Array(texts.length + 1)
    texts.forEach((text, i) => (starts[i + 1] = starts[i] + octetsIn(text)))
    const bytes = new Uint8Array(starts[texts.length])
    texts.forEach((text, i) => {
      encodeInto(bytes, starts[i], text)
    })
    return new TextList(bytes, starts)
  }

  get length(): number {
    return this.starts.length - 1
  }

  at(i: number): string {
    return decoded(this.bytes, this.starts[i], this.starts[i + 1])
  }

  /** Place of the first text between `from` and `to` that does not stand before this one; the list has to be sorted there. */
  lowerBound(text: string, from = 0, to = this.length): number {
    return this.bound(text, from, to, (longer) => longer < 0)
  }

  /** @returns -1 where the list does not have it */
  find(text: string): number {
    const at = this.lowerBound(text)
    return at < this.length && this.at(at) === text ? at : -1
  }

  /** The stretch of texts that begin so. */
  beginning(text: string, from = 0, to = this.length): { from: number; to: number } {
    return { from: this.lowerBound(text, from, to), to: this.bound(text, from, to, () => true) }
  }

  /**
   * @param isBefore whether a text that agrees with what is sought as far as both reach stands before the place; it is told by
   * how many octets the text is the longer one
   */
  private bound(text: string, from: number, to: number, isBefore: (longer: number) => boolean): number {
    const { bytes, starts } = this
    const sought = new Uint8Array(octetsIn(text))
    encodeInto(sought, 0, text)
    let low = from
    let high = to
    while (low < high) {
      const middle = (low + high) >>> 1
      const start = starts[middle]
      const length = starts[middle + 1] - start
      const shared = Math.min(length, sought.length)
      let k = 0
      while (k < shared && bytes[start + k] === sought[k]) k += 1
      if (k < shared ? bytes[start + k] < sought[k] : isBefore(length - sought.length)) low = middle + 1
      else high = middle
    }
    return low
  }
}

/** Sorts as the octets of UTF-8 do: by code point. */
export function sortTexts(texts: string[]): string[] {
  texts.sort()
  return texts.some((text) => /[\ud800-\udfff]/.test(text)) ? texts.sort(comparePoints) : texts
}

function comparePoints(a: string, b: string): number {
  const shared = Math.min(a.length, b.length)
  for (let i = 0; i < shared; i += 1) {
    const difference = rankOfUnit(a.charCodeAt(i)) - rankOfUnit(b.charCodeAt(i))
    if (difference !== 0) return difference
  }
  return a.length - b.length
}

/** Surrogates stand for points above all others. */
const rankOfUnit = (unit: number): number => (unit >= 0xe000 ? unit - 0x800 : unit >= 0xd800 ? unit + 0x2000 : unit)

function octetsIn(text: string): number {
  let octets = text.length
  for (let i = 0; i < text.length; i += 1) {
    const point = text.codePointAt(i) ?? 0
    if (point < 0x80) continue
    octets += point < 0x800 ? 1 : 2
    if (point > 0xffff) i += 1
  }
  return octets
}

function encodeInto(bytes: Uint8Array, start: number, text: string): void {
  let at = start
  for (let i = 0; i < text.length; i += 1) {
    const point = text.codePointAt(i) ?? 0
    if (point < 0x80) bytes[at++] = point
    else if (point < 0x800) {
      bytes[at++] = 0xc0 | (point >> 6)
      bytes[at++] = 0x80 | (point & 63)
    } else if (point < 0x10000) {
      bytes[at++] = 0xe0 | (point >> 12)
      bytes[at++] = 0x80 | ((point >> 6) & 63)
      bytes[at++] = 0x80 | (point & 63)
    } else {
      bytes[at++] = 0xf0 | (point >> 18)
      bytes[at++] = 0x80 | ((point >> 12) & 63)
      bytes[at++] = 0x80 | ((point >> 6) & 63)
      bytes[at++] = 0x80 | (point & 63)
      i += 1
    }
  }
}

function decoded(bytes: Uint8Array, from: number, to: number): string {
  let text = ''
  for (let at = from; at < to;) {
    const first = bytes[at]
    if (first < 0x80) {
      text += String.fromCharCode(first)
      at += 1
      continue
    }
    const more = first < 0xe0 ? 1 : first < 0xf0 ? 2 : 3
    let point = first & (0x3f >> more)
    for (let k = 1; k <= more; k += 1) point = (point << 6) | (bytes[at + k] & 63)
    text += String.fromCodePoint(point)
    at += more + 1
  }
  return text
}
