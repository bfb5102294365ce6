/** Messages on a socket: octets that end with CR, LF or both, one message at a time. */
import type { Socket } from 'node:net'
import { LONGEST_MESSAGE } from '@catalex/core/sip2'

const CR = 0x0d
const LF = 0x0a

/** @param most messages that may wait: whoever sends what nobody has asked for, or never ends a line, is hung up on */
export function hearLines(socket: Socket, most: number, hear: (lines: Buffer[]) => void): void {
  let parts: Buffer[] = []
  let length = 0
  socket.on('data', (part: Buffer) => {
    const lines: Buffer[] = []
    let from = 0
    for (let at = 0; at < part.length; at += 1) {
      if (part[at] !== CR && part[at] !== LF) continue
      const line = Buffer.concat([...parts, part.subarray(from, at)])
      if (line.length > 0) lines.push(line)
      parts = []
      length = 0
      from = at + 1
    }
    parts.push(part.subarray(from))
    length += part.length - from
    if (length > LONGEST_MESSAGE || lines.length > most) socket.destroy()
    if (lines.length > 0) hear(lines)
  })
}
