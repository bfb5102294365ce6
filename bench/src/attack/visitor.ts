/** Somebody who asks a running server over HTTP, with a session of their own. */
export interface Reply {
  status: number
  text: string
  ms: number
}

export class Visitor {
  private cookie = ''
  private csrf = ''

  constructor(private readonly address: string) {}

  /** @returns status 0 where the connection broke */
  async ask(method: string, path: string, body?: unknown, raw?: string): Promise<Reply> {
    const start = performance.now()
    const headers: Record<string, string> = { 'x-csrf-token': this.csrf }
    if (this.cookie) headers.cookie = this.cookie
    if (body !== undefined || raw !== undefined) headers['content-type'] = 'application/json'
    try {
      const sent = raw ?? (body === undefined ? undefined : JSON.stringify(body))
      const response = await fetch(this.address + path, { method, headers, body: sent, signal: AbortSignal.timeout(LONGEST) })
      for (const cookie of response.headers.getSetCookie()) this.cookie = cookie.split(';')[0] ?? ''
      return { status: response.status, text: await response.text(), ms: performance.now() - start }
    } catch {
      return { status: 0, text: '', ms: performance.now() - start }
    }
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
