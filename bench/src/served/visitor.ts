/** Somebody who asks a running server over HTTP, with a session of their own. */
import { Agent, request } from 'node:http'

export interface Reply {
  status: number
  text: string
  ms: number
}

export class Visitor {
  private cookie = ''
  private csrf = ''

  /** @param from address that the server sees; of this machine, as the server is */
  constructor(
    private readonly address: string,
    private readonly from = '127.0.0.1',
  ) {}

  /** @returns status 0 where the connection broke */
  async ask(method: string, path: string, body?: unknown, raw?: string): Promise<Reply> {
    const start = performance.now()
    const sent = raw ?? (body === undefined ? '' : JSON.stringify(body))
    const headers: Record<string, string | number> = { 'x-csrf-token': this.csrf, 'content-length': Buffer.byteLength(sent) }
    if (this.cookie) headers.cookie = this.cookie
    if (sent !== '') headers['content-type'] = 'application/json'
    return new Promise((resolve) => {
      const done = (status: number, text: string) => {
        resolve({ status, text, ms: performance.now() - start })
      }
      const asking = request(
        this.address + path,
        { method, headers, agent: AGENT, localAddress: this.from, timeout: LONGEST },
        (response) => {
          for (const cookie of response.headers['set-cookie'] ?? []) this.cookie = cookie.split(';')[0] ?? ''
          const pieces: Buffer[] = []
          response.on('data', (piece: Buffer) => pieces.push(piece))
          response.on('end', () => {
            done(response.statusCode ?? 0, Buffer.concat(pieces).toString())
          })
          response.on('error', () => {
            done(0, '')
          })
        },
      )
      asking.on('error', () => {
        done(0, '')
      })
      asking.on('timeout', () => {
        asking.destroy()
      })
      asking.end(sent)
    })
  }

  get(path: string): Promise<Reply> {
    return this.ask('GET', path)
  }

  search(q: string): Promise<Reply> {
    return this.get(`/api/search?q=${encodeURIComponent(q)}`)
  }

  async signIn(card: string, pin: string): Promise<boolean> {
    const { status, text } = await this.ask('POST', '/api/session', { card, pin })
    if (status === 200) this.csrf = (JSON.parse(text) as { csrf: string }).csrf
    return status === 200
  }
}

const LONGEST = 60_000
const AGENT = new Agent({ keepAlive: true, maxSockets: 200 })
