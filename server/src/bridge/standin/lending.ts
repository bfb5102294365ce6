/** A small lending system that answers SIP 2.00 over TCP: to try the bridge without one of one’s own. */
import { createServer, type Server, type Socket } from 'node:net'
import type { AddressInfo } from 'node:net'
import { compose, octetsOf, readMessage } from '@catalex/core/sip2'
import { hearLines } from '../sip2/lines.ts'
import { answerOf, mayEnter, type StandinWorld } from './answers.ts'

const MOST_CONNECTIONS = 50
/** Messages of one connection that may come together. */
const MOST_AT_ONCE = 200
const ASK_AGAIN = octetsOf('96AZFEF6', 'utf-8')
const END = Buffer.from('\r')
/** "!" where something else should stand. */
const GARBLED = 0x21

interface Line {
  /** The last message and what was answered, for one that is sent again. */
  last: { asked: Buffer; answer: Uint8Array } | null
  entered: boolean
}

export class StandinLending {
  /** What goes wrong, for trying that out: nothing is heard, what was done is not said, or not so that it can be read. */
  trouble: 'silent' | 'answers lost' | 'garbled' | 'garbled once' | null = null
  private readonly server: Server
  private readonly sockets = new Set<Socket>()

  constructor(private readonly world: StandinWorld) {
    this.server = createServer((socket) => {
      this.hear(socket)
    })
    this.server.maxConnections = MOST_CONNECTIONS
  }

  /** @param port 0 for any @returns the port */
  listen(port: number, host: string): Promise<number> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject)
      this.server.listen(port, host, () => {
        resolve((this.server.address() as AddressInfo).port)
      })
    })
  }

  close(): Promise<void> {
    return new Promise((done) => {
      this.server.close(() => {
        done()
      })
      for (const socket of this.sockets) socket.destroy()
    })
  }

  private hear(socket: Socket): void {
    const line: Line = { last: null, entered: this.world.login === null }
    let turn: Promise<void> = Promise.resolve()
    this.sockets.add(socket)
    socket.on('error', () => socket.destroy())
    socket.on('close', () => this.sockets.delete(socket))
    hearLines(socket, MOST_AT_ONCE, (lines) => {
      for (const octets of lines)
        turn = turn
          .then(() => this.answer(octets, line))
          .then((answer) => {
            if (answer === null || this.trouble === 'answers lost') return
            const garbled = this.trouble === 'garbled' || this.trouble === 'garbled once'
            if (this.trouble === 'garbled once') this.trouble = null
            socket.write(Buffer.concat([garbled ? Uint8Array.from(answer).fill(GARBLED, 2, 4) : answer, END]))
          })
          .catch(() => {
            socket.destroy()
          })
    })
  }

  /** @returns null for what gets no answer */
  private async answer(octets: Buffer, line: Line): Promise<Uint8Array | null> {
    if (this.trouble === 'silent') return null
    if (line.last?.asked.equals(octets)) return line.last.answer
    const message = readMessage(octets, this.world.encoding)
    if (typeof message === 'string') return ASK_AGAIN
    if (message.code === '97') return line.last?.answer ?? null
    if (!line.entered && message.code !== '93') return null
    const answered = await answerOf(this.world, message)
    if (answered === null) return null
    if (message.code === '93') line.entered = mayEnter(this.world, message)
    const answer = compose(answered, message.sequence ?? 0, this.world.encoding)
    line.last = { asked: octets, answer }
    return answer
  }
}
