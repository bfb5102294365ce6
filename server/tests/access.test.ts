/** Who may do what: every endpoint by somebody signed out, by its reader, by another, and with what is made up. */
import type { EndpointName } from '@catalex/contract/endpoints'
import type { Hold } from '@catalex/contract/holds'
import type { ReaderRequest } from '@catalex/contract/requests'
import type { KeptSearches } from '@catalex/contract/searches'
import type { ListView } from '@catalex/contract/lists'
import { PATHS } from '@catalex/contract/paths'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

interface Access {
  query?: string
  body?: (what: Known) => unknown
  signedOut: number
  /** Its own reader. */
  own: number
  /** Another reader, with the id of the first one's; only where the address names an object of a reader. */
  others?: number
  /** With an id that nobody has. */
  forged?: number
}

interface Known {
  title: string
  hold: string
  list: string
  search: string
  request: string
}

/** A new endpoint needs a line here: the type says so. */
const ACCESS: Record<EndpointName, Access> = {
  health: { signedOut: 200, own: 200 },
  places: { signedOut: 200, own: 200 },
  lending: { signedOut: 200, own: 200 },
  search: { signedOut: 200, own: 200 },
  count: { signedOut: 200, own: 200 },
  facetValues: { query: '?facet=person', signedOut: 200, own: 200 },
  browse: { query: '?kind=title', signedOut: 200, own: 200 },
  suggest: { query: '?q=a', signedOut: 200, own: 200 },
  title: { signedOut: 200, own: 200, forged: 404 },
  copies: { signedOut: 200, own: 200, forged: 404 },
  neighbours: { query: '?barcode=nobody', signedOut: 404, own: 404 },
  callNumber: { signedOut: 404, own: 404, forged: 404 },
  courses: { signedOut: 200, own: 200 },
  course: { signedOut: 404, own: 404, forged: 404 },
  displays: { signedOut: 200, own: 200 },
  plan: { signedOut: 404, own: 404, forged: 404 },
  rows: { query: '?titles=x', signedOut: 200, own: 200 },
  walk: { query: '?titles=x', signedOut: 200, own: 200 },
  citations: { query: '?titles=x', signedOut: 200, own: 200 },
  mailTitles: { body: ({ title }) => ({ to: 'somebody@example.org', titles: [title], language: 'en' }), signedOut: 204, own: 204 },
  lists: { signedOut: 401, own: 200 },
  makeList: { body: () => ({ name: 'Another', about: '' }), signedOut: 401, own: 201 },
  list: { signedOut: 401, own: 200, others: 404, forged: 404 },
  changeList: { body: () => ({ about: 'changed' }), signedOut: 401, own: 200, others: 404, forged: 404 },
  shareList: { signedOut: 401, own: 200, others: 404, forged: 404 },
  withdrawList: { signedOut: 401, own: 200, others: 404, forged: 404 },
  deleteList: { signedOut: 401, own: 204, others: 404, forged: 404 },
  sharedList: { signedOut: 404, own: 404, forged: 404 },
  searches: { signedOut: 401, own: 200 },
  keepSearch: { body: () => ({ name: 'Tides', address: '?q=tide' }), signedOut: 401, own: 201 },
  noteSearchSeen: { signedOut: 401, own: 200, others: 404, forged: 404 },
  removeSearch: { signedOut: 401, own: 200, others: 404, forged: 404 },
  findTitles: { body: () => ({ sought: [{ isbns: [], title: 'x', who: '' }] }), signedOut: 200, own: 200 },
  satchel: { signedOut: 401, own: 200 },
  changeSatchel: { body: () => ({ add: [], remove: [] }), signedOut: 401, own: 200 },
  series: { signedOut: 200, own: 200, forged: 404 },
  related: { signedOut: 200, own: 200, forged: 404 },
  volumes: { signedOut: 200, own: 200, forged: 404 },
  record: { signedOut: 200, own: 200, forged: 404 },
  session: { signedOut: 200, own: 200 },
  sampleCards: { signedOut: 200, own: 200 },
  card: { signedOut: 401, own: 200 },
  changeCard: { body: () => ({}), signedOut: 401, own: 200 },
  changePin: { body: () => ({ pin: 'wrong', newPin: '9876' }), signedOut: 401, own: 401 },
  askForPin: { body: () => ({ card: '42117' }), signedOut: 204, own: 204 },
  choosePin: { body: () => ({ card: '42117', code: 'wrong', newPin: '9876' }), signedOut: 401, own: 401 },
  // Nothing is owed.
  payOwed: { body: () => ({ amount: 100 }), signedOut: 401, own: 409 },
  holdOptions: { query: '?records=x', signedOut: 200, own: 200 },
  // The hold is being fetched: only one that waits has an answer.
  holdWaiting: { signedOut: 401, own: 409, others: 409, forged: 409 },
  waiting: { query: '?records=x&pickup=ferrygate', signedOut: 200, own: 200 },
  requestOffers: { query: '?records=x', signedOut: 200, own: 200 },
  makeRequest: { body: () => ({ kind: 'purchase', title: 'Tides', cost: 0 }), signedOut: 401, own: 201 },
  withdrawRequest: { signedOut: 401, own: 200, others: 409, forged: 409 },
  placeHold: {
    body: ({ title }) => ({ records: [title], barcode: null, pickup: 'ferrygate' }),
    signedOut: 401,
    own: 409,
  },
  changeHold: { body: () => ({}), signedOut: 401, own: 200, others: 409, forged: 409 },
  restoreHold: { signedOut: 401, own: 200, others: 409, forged: 409 },
  cancelHold: { signedOut: 401, own: 200, others: 409, forged: 409 },
  renewLoan: { signedOut: 401, own: 409 },
  // Of the demo alone, and everybody's there.
  backroom: { signedOut: 200, own: 200 },
  moveClock: { body: () => ({}), signedOut: 200, own: 200 },
  desk: { query: '?branch=ferrygate', signedOut: 200, own: 200 },
  answerRequest: { body: () => ({ reference: 'AAAAAA', act: 'decline' }), signedOut: 200, own: 200 },
  actAtDesk: { body: () => ({ act: 'check in', branch: 'ferrygate', barcode: 'nobody' }), signedOut: 200, own: 200 },
  signIn: { body: () => ({ card: '42117', pin: 'wrong' }), signedOut: 401, own: 401 },
  applyForCard: {
    body: () => ({ name: 'Nan Ebb', born: '1990-01-01', address: '1 Mole Quay', branch: 'ferrygate', agreed: true }),
    signedOut: 201,
    own: 201,
  },
  sendMessage: {
    body: () => ({ kind: 'question', branch: 'ferrygate', text: 'Is there a lift?', likes: '', dislikes: '', replyTo: '', about: null }),
    signedOut: 201,
    own: 201,
  },
  history: { signedOut: 401, own: 200 },
  forgetHistory: { signedOut: 401, own: 204 },
  makeFeed: { signedOut: 401, own: 201 },
  testNotice: { signedOut: 401, own: 204 },
  endFeed: { signedOut: 401, own: 204 },
  // What ends a session comes last.
  signOut: { signedOut: 204, own: 204 },
  signOutEverywhere: { signedOut: 401, own: 204 },
}

let catalogue: Catalogue
let ines: Visitor
let tobias: Visitor
let known: Known
beforeAll(async () => {
  catalogue = await startCatalogue(80)
  ines = new Visitor(catalogue.address)
  tobias = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
  await tobias.signIn('42225', '4722')
  const [record] = await catalogue.database.read<{ controlNumber: string }>(
    "SELECT controlNumber FROM records JOIN copies ON recordId = records.id WHERE carrier = 'book' AND branch = 'ferrygate' AND copies.status = 'on shelf' AND controlNumber NOT IN (SELECT controlNumber FROM holdTargets) ORDER BY records.id LIMIT 1",
  )
  const title = record!.controlNumber
  const { body } = await ines.ask<Hold>('POST', '/api/holds', { records: [title], barcode: null, pickup: 'ferrygate' })
  const { body: list } = await ines.ask<ListView>('POST', '/api/lists', { name: 'For the boat', about: '' })
  const { body: searches } = await ines.ask<KeptSearches>('POST', '/api/searches', { name: 'Lights', address: '?q=light' })
  const { body: request } = await ines.ask<ReaderRequest>('POST', '/api/requests', { kind: 'purchase', title: 'A book on tides', cost: 0 })
  known = { title, hold: body.id, list: list.id, search: searches[0]!.id, request: request.id }
})
afterAll(() => catalogue.close())

const FORGED = '00000000-0000-4000-8000-000000000000'
const addressOf = (name: EndpointName, id: Known) =>
  PATHS[name].path
    .replace(':controlNumber', id.title)
    .replace('/lists/:id', `/lists/${id.list}`)
    .replace('/searches/:id', `/searches/${id.search}`)
    .replace('/requests/:id', `/requests/${id.request}`)
    .replace(':id', id.hold) + (ACCESS[name].query ?? '')
const ask = async (who: Visitor, name: EndpointName, id = known) =>
  (await who.ask(PATHS[name].method.toUpperCase(), addressOf(name, id), ACCESS[name].body?.(known))).status

describe.each(Object.keys(ACCESS) as EndpointName[])('%s', (name) => {
  const { signedOut, own, others, forged } = ACCESS[name]
  const namesAnId = PATHS[name].path.includes(':id')
  it('is for whom it is', async () => {
    // A session that somebody made up, or with another's signature, is none.
    expect(await ask(new Visitor(catalogue.address), name)).toBe(signedOut)
    expect(await ask(new Visitor(catalogue.address, `catalex=s%3A${FORGED}.made-up`), name)).toBe(signedOut)
    if (others !== undefined) expect(await ask(tobias, name)).toBe(others)
    if (forged !== undefined)
      expect(await ask(ines, name, { title: FORGED, hold: FORGED, list: FORGED, search: FORGED, request: FORGED })).toBe(forged)
    expect(await ask(ines, name)).toBe(own)
    if (name === 'signOut') await ines.signIn('42117', '4711')
  })
  it('is tried by others where it names what is a reader’s', () => {
    expect(others !== undefined).toBe(namesAnId)
  })
})

it('what needs no session takes no token, and all that changes something does', () => {
  const changing = (Object.keys(PATHS) as EndpointName[]).filter((name) => PATHS[name].method !== 'get')
  expect(changing.sort()).toEqual([
    'actAtDesk',
    'answerRequest',
    'applyForCard',
    'askForPin',
    'cancelHold',
    'changeCard',
    'changeHold',
    'changeList',
    'changePin',
    'changeSatchel',
    'choosePin',
    'deleteList',
    'endFeed',
    'findTitles',
    'forgetHistory',
    'keepSearch',
    'mailTitles',
    'makeFeed',
    'makeList',
    'makeRequest',
    'moveClock',
    'noteSearchSeen',
    'payOwed',
    'placeHold',
    'removeSearch',
    'renewLoan',
    'restoreHold',
    'sendMessage',
    'shareList',
    'signIn',
    'signOut',
    'signOutEverywhere',
    'testNotice',
    'withdrawList',
    'withdrawRequest',
  ]) // prettier-ignore
})
