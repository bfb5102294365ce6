/** How texts are written on the wire. SIP 2.00 leaves it open; lending systems differ. */

import { decodeUtf8, encodeUtf8 } from '../text/index.ts'

export const ENCODINGS = ['utf-8', 'iso-8859-1', 'cp850'] as const
export type Encoding = (typeof ENCODINGS)[number]

/** The upper half of code page 850, from octet 0x80 on. */
const CP850 =
  'ÇüéâäàåçêëèïîìÄÅÉæÆôöòûùÿÖÜø£Ø×ƒáíóúñÑªº¿®¬½¼¡«»░▒▓│┤ÁÂÀ©╣║╗╝¢¥┐└┴┬├─┼ãÃ╚╔╩╦╠═╬¤ðÐÊËÈıÍÎÏ┘┌█▄¦Ì▀ÓßÔÒõÕµþÞÚÛÙýÝ¯´\u00AD±‗¾¶§÷¸°¨·¹³²■\u00A0'
const CP850_OCTETS = new Map([...CP850].map((sign, i) => [sign, 0x80 + i]))
const UNKNOWN = 0x3f

/** @returns octets; what the encoding has no sign for is "?" */
export function octetsOf(text: string, encoding: Encoding): Uint8Array {
  if (encoding === 'utf-8') return encodeUtf8(text)
  const octetOf = (sign: string): number => {
    const point = sign.codePointAt(0) ?? UNKNOWN
    if (point < 0x80) return point
    if (encoding === 'iso-8859-1') return point <= 0xff ? point : UNKNOWN
    return CP850_OCTETS.get(sign) ?? UNKNOWN
  }
  return Uint8Array.from([...text.normalize('NFC')], octetOf)
}

/** @returns the text; octets that are no UTF-8 are read as ISO 8859-1 where UTF-8 was expected */
export function textOf(octets: Uint8Array, encoding: Encoding): string {
  if (encoding === 'utf-8') {
    const { text, bad } = decodeUtf8(octets)
    return bad === 0 ? text : textOf(octets, 'iso-8859-1')
  }
  const signOf = (octet: number): string =>
    octet >= 0x80 && encoding === 'cp850' ? (CP850[octet - 0x80] ?? '') : String.fromCharCode(octet)
  return Array.from(octets, signOf).join('')
}
