/** The checksum of a message: SIP 2.00, "Checksum algorithm". */

/**
 * @param octets the message up to and with "AZ"
 * @returns four hexadecimal digits: the two's complement of the sum of the octets
 */
export function checksumOf(octets: Uint8Array): string {
  let sum = 0
  for (const octet of octets) sum += octet
  return (-sum & 0xffff).toString(16).toUpperCase().padStart(4, '0')
}
