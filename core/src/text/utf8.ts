/** UTF-8 as octets and as text (RFC 3629). */

/** As many octets as one call turns into text. */
const AT_ONCE = 8192

export function ascii(bytes: Uint8Array, start: number, end: number): string {
  let text = ''
  for (let at = start; at < end; at += AT_ONCE)
    text += String.fromCharCode.apply(null, bytes.subarray(at, Math.min(end, at + AT_ONCE)) as unknown as number[])
  return text
}

/** What can't be read becomes U+FFFD. @returns the text, and how many octets were bad */
export function decodeUtf8(bytes: Uint8Array): { text: string; bad: number } {
  let text = ''
  let bad = 0
  for (let at = 0; at < bytes.length;) {
    let plain = at
    while (plain < bytes.length && (bytes[plain] ?? 0x80) < 0x80) plain += 1
    text += ascii(bytes, at, plain)
    at = plain
    if (at === bytes.length) break
    const { size, point } = sequenceAt(bytes, at)
    if (size === 0) bad += 1
    text += size === 0 ? '\ufffd' : String.fromCodePoint(point)
    at += Math.max(size, 1)
  }
  return { text, bad }
}

/** UTF-8 as RFC 3629 has it: no overlong forms, no surrogates. @returns size 0 where no character begins */
export function sequenceAt(bytes: Uint8Array, at: number): { size: number; point: number } {
  const first = bytes[at] ?? 0
  if (first < 0x80) return { size: 1, point: first }
  const size = first >= 0xc2 && first < 0xe0 ? 2 : first >= 0xe0 && first < 0xf0 ? 3 : first >= 0xf0 && first < 0xf5 ? 4 : 0
  let point = first & (0xff >> (size + 1))
  for (let k = 1; k < size; k += 1) {
    const next = bytes[at + k] ?? 0
    if ((next & 0xc0) !== 0x80) return { size: 0, point }
    point = (point << 6) | (next & 0x3f)
  }
  const wrong = (size === 3 && point < 0x800) || (size === 4 && point < 0x10000) || point > 0x10ffff || (point >= 0xd800 && point < 0xe000)
  return wrong ? { size: 0, point } : { size, point }
}

/** Text as UTF-8; half a surrogate pair becomes U+FFFD. */
export function encodeUtf8(text: string): Uint8Array {
  const octets: number[] = []
  for (const sign of text) {
    const given = sign.codePointAt(0) ?? 0
    const point = given >= 0xd800 && given < 0xe000 ? 0xfffd : given
    if (point < 0x80) octets.push(point)
    else if (point < 0x800) octets.push(0xc0 | (point >> 6), 0x80 | (point & 0x3f))
    else if (point < 0x10000) octets.push(0xe0 | (point >> 12), 0x80 | ((point >> 6) & 0x3f), 0x80 | (point & 0x3f))
    else octets.push(0xf0 | (point >> 18), 0x80 | ((point >> 12) & 0x3f), 0x80 | ((point >> 6) & 0x3f), 0x80 | (point & 0x3f))
  }
  return Uint8Array.from(octets)
}
