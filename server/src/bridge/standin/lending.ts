/** A small lending system that answers SIP 2.00 over TCP: to try the bridge without one of one’s own. */
import { createServer, type Server, type Socket } from 'node:net'
import type { AddressInfo } from 'node:net'
import { compose, LONGEST_MESSAGE, readMessage } from '@catalex/core/sip2'
import { answerOf, mayEnter, type StandinWorld } from './answers.ts'

const MOST_CONNECTIONS = 50
const ASK_AGAIN = '96AZFEF6'

interface Line {
  /** The last message and what was answered, for one that is sent again. */
  last: { text: string; answer: string } | null
  entered: boolean
}

export class StandinLending {
  /** What goes wrong, for trying that out: nothing is heard, or what was done is not said. */
  trouble: 'silent' | 'answers lost' | null = null
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
    let rest = ''
    let turn: Promise<void> = Promise.resolve()
    this.sockets.add(socket)
    socket.setEncoding('utf8')
    socket.on('error', () => socket.destroy())
    socket.on('close', () => this.sockets.delete(socket))
    socket.on('data', (part: string) => {
      const lines = (rest + part).split(/[\r\n]+/)
      rest = lines.pop() ?? ''
      if (rest.length > LONGEST_MESSAGE) socket.destroy()
      for (const text of lines.filter((one) => one !== ''))
        turn = turn
          .then(() => this.answer(text, line))
          .then((answer) => {
            if (answer !== null && this.trouble === null) socket.write(`${answer}\r`)
          })
          .catch(() => {
            socket.destroy()
          })
    })
  }

  /** @returns null for what gets no answer */
  private async answer(text: string, line: Line): Promise<string | null> {
    if (this.trouble === 'silent') return null
    if (line.last?.text === text) return line.last.answer
    const message = readMessage(text)
    if (typeof message === 'string') return ASK_AGAIN
    if (message.code === '97') return line.last?.answer ?? null
    if (!line.entered && message.code !== '93') return null
    const answered = await answerOf(this.world, message)
    if (answered === null) return null
    if (message.code === '93') line.entered = mayEnter(this.world, message)
    const answer = compose(answered, message.sequence ?? 0)
    line.last = { text, answer }
    return answer
  }
}
