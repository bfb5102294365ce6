/** The checksum of a message: SIP 2.00, "Checksum algorithm". */

/**
 * @param text the message up to and with "AZ"
 * @returns four hexadecimal digits: the two's complement of the sum of its octets in UTF-8
 */
export function checksumOf(text: string): string {
  let sum = 0
  for (const sign of text) sum += octetsOf(sign.codePointAt(0) ?? 0)
  return (-sum & 0xffff).toString(16).toUpperCase().padStart(4, '0')
}

/** The sum of the octets by which UTF-8 writes a code point (RFC 3629, section 3). */
function octetsOf(point: number): number {
  if (point < 0x80) return point
  const last = 0x80 + (point & 0x3f)
  if (point < 0x800) return 0xc0 + (point >> 6) + last
  const third = 0x80 + ((point >> 6) & 0x3f)
  if (point < 0x10000) return 0xe0 + (point >> 12) + third + last
  return 0xf0 + (point >> 18) + 0x80 + ((point >> 12) & 0x3f) + third + last
}
