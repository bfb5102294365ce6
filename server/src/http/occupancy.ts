/** How much of something that lasts, a file on its way or an open line, is taken by each client and by all. */
export class Occupancy {
  private readonly byClient = new Map<string, number>()
  private all = 0

  /** @param limits for one client, and for all together */
  constructor(private readonly limits: { ofOne: number; ofAll: number }) {}

  /** @returns whether there was room */
  enter(client: string): boolean {
    const own = this.byClient.get(client) ?? 0
    if (own >= this.limits.ofOne || this.all >= this.limits.ofAll) return false
    this.byClient.set(client, own + 1)
    this.all += 1
    return true
  }

  /** Once for each time that there was room. */
  leave(client: string): void {
    const left = (this.byClient.get(client) ?? 0) - 1
    if (left > 0) this.byClient.set(client, left)
    else this.byClient.delete(client)
    this.all -= 1
  }
}
