/** What readers choose for themselves: how they are told, their home branch, their PIN, and a new one by the address on file. */
import type { Card } from '@catalex/contract/card'
import type { Problem } from '@catalex/contract/problem'
import { addReaders } from '@catalex/demo/world'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { momentOf } from '../src/circulation/index.ts'
import type { Write } from '../src/database/index.ts'
import { noteFailure, takePinCode } from '../src/readers/index.ts'
import { isNotice, keptMessages } from '../src/standins/index.ts'
import { sampleReader, startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

const [MAIL, NOTHING] = ['00090001', '00090002'] as const
let catalogue: Catalogue
beforeAll(async () => {
  catalogue = await startCatalogue(150, (world) => {
    addReaders(world, [{ ...sampleReader(MAIL), mail: 'mara@example.org' }, sampleReader(NOTHING)])
  })
})
afterAll(() => catalogue.close())

const signedIn = async (card: string, pin: string) => {
  const visitor = new Visitor(catalogue.address)
  return { visitor, status: (await visitor.signIn(card, pin)).status }
}
const notices = async () => (await keptMessages(catalogue.database, 50)).filter(isNotice)
const codes = async () => (await notices()).filter(({ notice }) => notice === 'pin code')
const codeIn = (text: string): string => /code is ([A-Z0-9]{8})\./.exec(text)![1]!
/** The command is not waited for. */
async function ask(card: string): Promise<void> {
  expect((await new Visitor(catalogue.address).ask('POST', '/api/pins', { card })).status).toBe(204)
  await catalogue.commands.takePinCode('nobody', '', 0)
}
const choose = async (card: string, code: string, newPin: string) =>
  (await new Visitor(catalogue.address).ask<Problem>('POST', '/api/pins/new', { card, code, newPin })).status

it('the PIN is changed by who knows it; every other session ends, this one goes on', async () => {
  const { visitor } = await signedIn(MAIL, '1234')
  const { visitor: elsewhere } = await signedIn(MAIL, '1234')
  const change = (pin: string, newPin: string) => visitor.ask<{ csrf: string }>('POST', '/api/card/pin', { pin, newPin })
  expect((await change('9999', '5678')).status).toBe(401)
  expect((await change('1234', '567')).status).toBe(400)
  expect((await change('1234', '    ')).status).toBe(400)
  expect((await change('1234', '5678')).status).toBe(200)
  expect([(await visitor.get('/api/card')).status, (await elsewhere.get('/api/card')).status]).toEqual([200, 401])
  expect([(await signedIn(MAIL, '1234')).status, (await signedIn(MAIL, '5678')).status]).toEqual([401, 200])
})

it('a new PIN comes by a code to the address on file, good once, whatever is asked about which card', async () => {
  const { visitor: before } = await signedIn(MAIL, '5678')
  for (const card of ['4', '00099999', NOTHING, MAIL, MAIL]) await ask(card)
  // Of five requests one has an address and is not the second within two minutes.
  const sent = await codes()
  expect(sent.map(({ to }) => to)).toEqual(['mara@example.org'])
  const code = codeIn(sent[0]!.text)
  expect(JSON.stringify(await catalogue.database.read('SELECT * FROM pinCodes'))).not.toContain(code)
  expect([await choose(MAIL, 'AAAAAAAA', '4321'), await choose(NOTHING, code, '4321'), await choose(MAIL, code.toLowerCase(), '4321'), await choose(MAIL, code, '8765')]).toEqual([401, 401, 204, 401]) // prettier-ignore
  expect([(await signedIn(MAIL, '5678')).status, (await signedIn(MAIL, '4321')).status]).toEqual([401, 200])
  expect((await before.get('/api/card')).status).toBe(401)
  // Nobody else's card shows it, nor does its own.
  expect((await (await signedIn(MAIL, '4321')).visitor.get<Card>('/api/card')).body.messages).toEqual([])
})

it('a wrong code, and a wrong PIN, are the same work for whatever number', async () => {
  catalogue.machine.advance({ minutes: 3 })
  await ask(MAIL)
  const now = catalogue.machine.now().toMillis()
  /** The statements of a piece of work, in their order. */
  const statementsOf = (work: (write: Write) => Promise<unknown>): Promise<string[]> =>
    catalogue.database.write(async (write) => {
      const said: string[] = []
      const logging = Object.create(write) as Write
      logging.run = (sql, ...given) => (said.push(sql), write.run(sql, ...given))
      logging.read = (sql, ...given) => (said.push(sql), write.read(sql, ...given))
      await work(logging)
      return said
    })
  const wrongCode = (card: string) => statementsOf((write) => takePinCode(write, card, 'AAAAAAAA', now))
  const sent = await wrongCode(MAIL)
  expect(sent.some((sql) => sql.startsWith('INSERT'))).toBe(true)
  expect(await wrongCode(NOTHING)).toEqual(sent)
  expect(await wrongCode('00099999')).toEqual(sent)
  const failed = await statementsOf((write) => noteFailure(write, 'card', MAIL, now))
  expect(await statementsOf((write) => noteFailure(write, 'unknown', '00099999', now))).toEqual(failed)
  // Whoever failed twice may still use the code, and what failed is forgotten with it.
  expect(await choose(MAIL, codeIn((await codes())[0]!.text), '4321')).toBe(204)
  expect(await catalogue.database.read("SELECT 1 FROM failures WHERE kind = 'code' AND card = $card", { card: MAIL })).toEqual([])
})

it('a code that is guessed at, or old, is good no more', async () => {
  catalogue.machine.advance({ minutes: 3 })
  await ask(MAIL)
  const code = codeIn((await codes())[0]!.text)
  for (let i = 0; i < 5; i += 1) expect(await choose(MAIL, 'AAAAAAAA', '1111')).toBe(401)
  expect(await choose(MAIL, code, '1111')).toBe(401)
  catalogue.machine.advance({ minutes: 3 })
  await ask(MAIL)
  const second = codeIn((await codes())[0]!.text)
  catalogue.machine.advance({ minutes: 31 })
  expect([second === code, await choose(MAIL, second, '1111')]).toEqual([false, 401])
})

it('how one is told, in which language, and the home branch are chosen; what is not possible is refused whole', async () => {
  const { visitor } = await signedIn(MAIL, '4321')
  const change = (body: object) => visitor.ask<Card & Problem>('POST', '/api/card', body)
  expect((await change({ notify: 'text', homeBranch: 'corrow' })).body.refusal).toEqual({ code: 'not-told-there' })
  expect((await change({ homeBranch: 'store' })).body.refusal).toEqual({ code: 'pickup-not-served' })
  expect((await change({ homeBranch: 'nowhere' })).status).toBe(409)
  expect((await change({ language: 'xx' })).status).toBe(400)
  expect((await visitor.get<Card>('/api/card')).body).toMatchObject({ homeBranch: 'ferrygate', language: null })
  expect((await change({ homeBranch: 'corrow', language: 'de', notify: 'mail' })).body).toMatchObject({ homeBranch: 'corrow', language: 'de', told: { channel: 'mail' } }) // prettier-ignore
  const [copy] = await catalogue.database.read<{ barcode: string }>("SELECT barcode FROM copies JOIN records ON records.id = recordId WHERE carrier = 'book' AND copies.system = 'pslib' AND useRule IS NULL AND copies.status = 'on shelf' AND barcode NOT IN (SELECT barcode FROM loans) LIMIT 1") // prettier-ignore
  const at = (time: string) => momentOf(DateTime.fromISO(time, { zone: 'Europe/Dublin' }))
  await catalogue.commands.checkOut({ barcode: copy!.barcode, card: MAIL }, at('2026-10-01T11:00'))
  await catalogue.commands.followDays(at('2026-11-25T11:20'))
  const [told] = (await notices()).filter(({ to }) => to === 'mara@example.org')
  expect(told).toMatchObject({ notice: 'overdue', subject: expect.stringMatching(/^Überfällig: /) as string, text: expect.stringContaining('Donnerstag, 29. Oktober') as string }) // prettier-ignore
  expect(told!.html).toContain('<html lang="de">')
})
