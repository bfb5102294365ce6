/**
 * A connection to a lending system by SIP 2.00 over TCP. One question is under way at a time, as the standard has it; one that
 * stays without an answer is sent again under the same number, by which the other side knows that it has had it before.
 */
import { connect, type Socket } from 'node:net'
import { compose, octetsOf, readMessage, type Composed, type Encoding, type Message, type MessageCode } from '@catalex/core/sip2'
import { Overloaded } from '../../overloaded.ts'
import { DeskAway, DeskUnreadable } from '../../standins/index.ts'
import { hearLines } from './lines.ts'

export interface Sip2Settings {
  host: string
  port: number
  /** null where the system asks for no login. */
  user: string | null
  password: string | null
  /** How texts are written on the wire. */
  encoding: Encoding
  /** Milliseconds that an answer may take before the question is sent again, and how often that is done. */
  patience: number
  tries: number
  /** Milliseconds for which nobody tries again after it did not answer. */
  pause: number
}

/** Questions that may wait. */
const MOST_WAITING = 200
const VERSION = '2.00'
const END = Buffer.from('\r')
/** Asks for the last answer again; it has no number of its own. */
const ANSWER_AGAIN = Buffer.concat([octetsOf('97AZFEF5', 'utf-8'), END])
/** Asked for a second time, a hold may be there twice, or be refused because it is there. */
const HOLD = '15'

type Question = Composed<MessageCode>

export interface Answer extends Message {
  /** Whether the other side may have had the question before the one that it answers. */
  repeated: boolean
}

interface Open {
  socket: Socket
  lines: LineReader
}

export class Sip2Connection {
  private open: Open | null = null
  private last: Promise<unknown> = Promise.resolve()
  private sequence = 0
  private awayUntil = 0
  private closed = false
  waiting = 0
  /** Answers that could not be read, since the start. */
  unreadable = 0

  constructor(private readonly settings: Sip2Settings) {}

  /**
   * @param answer the code of the answer
   * @throws DeskAway, DeskUnreadable, Overloaded
   */
  ask(question: Question, answer: MessageCode): Promise<Answer> {
    if (this.waiting >= MOST_WAITING) return Promise.reject(new Overloaded('questions to the lending system'))
    this.waiting += 1
    const asked = this.last.then(() => this.inTurn(question, answer))
    this.last = asked.then(
      () => undefined,
      () => undefined,
    )
    return asked.finally(() => {
      this.waiting -= 1
    })
  }

  close(): void {
    this.closed = true
    this.hangUp()
  }

  private async inTurn(question: Question, answer: MessageCode): Promise<Answer> {
    if (this.closed) throw new DeskAway('the connection was closed', false)
    if (performance.now() < this.awayUntil) throw new DeskAway('it did not a moment ago', false)
    try {
      this.open ??= await this.begin()
      return await this.exchange(this.open, question, answer)
    } catch (error) {
      // What can't be read ends that question alone: the next one may well be answered.
      if (error instanceof DeskUnreadable) throw error
      this.hangUp()
      this.awayUntil = performance.now() + this.settings.pause
      throw error
    }
  }

  private hangUp(): void {
    this.open?.socket.destroy()
    this.open = null
  }

  private async begin(): Promise<Open> {
    const { user, password } = this.settings
    const socket = await connected(this.settings)
    const opened = { socket, lines: new LineReader(socket) }
    try {
      if (user !== null) {
        const login = { code: '93', parts: { userAlgorithm: '0', passwordAlgorithm: '0' }, fields: { CN: user, CO: password ?? '' } } as const // prettier-ignore
        const { parts } = await this.exchange(opened, login, '94')
        if (parts.ok !== '1') throw new DeskAway('it refuses the login', false)
      }
      const status = { code: '99', parts: { state: '0', width: '080', version: VERSION }, fields: {} } as const
      const { parts } = await this.exchange(opened, status, '98')
      if (parts.online !== 'Y') throw new DeskAway('it says that it is off line', false)
      if (parts.version !== VERSION) throw new DeskAway(`it speaks version ${JSON.stringify(parts.version)} of the protocol`, false)
      return opened
    } catch (error) {
      socket.destroy()
      throw error instanceof DeskAway && !(error instanceof DeskUnreadable) ? new DeskAway(error.reason, false) : error
    }
  }

  /** An answer that did not come whole is asked for again; silence is a reason to ask again. */
  private async exchange({ socket, lines }: Open, question: Question, answer: MessageCode): Promise<Answer> {
    const sequence = this.sequence
    this.sequence = (sequence + 1) % 10
    const octets = Buffer.concat([compose(question, sequence, this.settings.encoding), END])
    let fault: string | null = null
    for (let tried = 0; tried < this.settings.tries; tried += 1) {
      socket.write(fault === null ? octets : ANSWER_AGAIN)
      const message = await this.answerTo(lines, sequence)
      if (typeof message === 'string') {
        fault = message
        this.unreadable += 1
        continue
      }
      // Not every system knows how to repeat an answer: what does no harm is asked for anew.
      if (message === null && question.code !== HOLD) fault = null
      if (message === null || message.code === '96') continue
      if (message.code === answer) return { ...message, repeated: tried > 0 }
      throw new DeskAway(`it answers ${question.code} with ${message.code}`, true)
    }
    if (fault !== null) throw new DeskUnreadable(fault)
    throw new DeskAway(`no answer in ${String(this.settings.patience)} ms, ${String(this.settings.tries)} times`, true)
  }

  /** What was sent too late, in answer to an earlier question, is passed over. */
  private async answerTo(lines: LineReader, sequence: number): Promise<ReturnType<typeof readMessage> | null> {
    const until = performance.now() + this.settings.patience
    for (;;) {
      const line = await lines.next(until - performance.now())
      if (line === null) return null
      const message = readMessage(line, this.settings.encoding)
      if (typeof message === 'string' || message.sequence === null || message.sequence === sequence) return message
    }
  }
}

function connected({ host, port, patience }: Sip2Settings): Promise<Socket> {
  return new Promise((resolve, reject) => {
    const socket = connect({ host, port, noDelay: true, keepAlive: true })
    const fail = (reason: string) => {
      socket.destroy()
      reject(new DeskAway(reason, false))
    }
    socket.setTimeout(patience, () => {
      fail(`nothing listens at ${host}:${String(port)} in time`)
    })
    socket.once('error', ({ message }) => {
      fail(message)
    })
    socket.once('connect', () => {
      socket.setTimeout(0)
      socket.removeAllListeners('error')
      // What breaks later shows when the next answer does not come.
      socket.on('error', () => socket.destroy())
      resolve(socket)
    })
  })
}

/** Lines of a socket, one at a time. */
class LineReader {
  private readonly ready: Buffer[] = []
  private ended = false
  private wake: (() => void) | null = null

  constructor(socket: Socket) {
    hearLines(socket, MOST_WAITING, (lines) => {
      this.ready.push(...lines)
      if (this.ready.length > MOST_WAITING) socket.destroy()
      this.wake?.()
    })
    socket.on('close', () => {
      this.ended = true
      this.wake?.()
    })
  }

  /** @returns null where none comes in so many milliseconds @throws DeskAway where the connection is over */
  async next(within: number): Promise<Buffer | null> {
    if (this.ready.length === 0 && !this.ended && within > 0)
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, within)
        this.wake = () => {
          clearTimeout(timer)
          resolve()
        }
      })
    this.wake = null
    const line = this.ready.shift()
    if (line === undefined && this.ended) throw new DeskAway('the connection broke', true)
    return line ?? null
  }
}
