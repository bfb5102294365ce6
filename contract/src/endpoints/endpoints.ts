/** Every endpoint of the HTTP interface, once: handlers, the client's calls and the OpenAPI document all derive from it. */
import { appliedSchema, applySchema } from '../joining/index.ts'
import { actAtDeskSchema, actedAtDeskSchema, answeredSchema, answerRequestSchema, backroomQuerySchema, backroomSchema, clockSchema, deskQuerySchema, deskViewSchema, moveClockSchema } from '../backroom/index.ts' // prettier-ignore
import { callNumberSchema } from '../callnumber/index.ts'
import {
  askForPinSchema,
  cardSchema,
  changeCardSchema,
  changePinSchema,
  choosePinSchema,
  loanSchema,
  payOwedSchema,
  sampleCardsSchema,
  feedSchema,
  historySchema,
  sessionSchema,
  signInSchema,
} from '../card/index.ts'
import { citationsQuerySchema, citationsSchema, mailTitlesSchema } from '../citing/index.ts'
import { courseSchema, coursesQuerySchema, coursesSchema } from '../courses/index.ts'
import { displaysQuerySchema, displaysSchema } from '../displays/index.ts'
import { changeHoldSchema, holdOptionsQuerySchema, holdOptionsSchema, holdSchema, placeHoldSchema } from '../holds/index.ts'
import { healthSchema, lendingSchema, placesSchema } from '../libraries/index.ts'
import { sendMessageSchema, sentMessageSchema } from '../messages/index.ts'
import { changeListSchema, findTitlesSchema, foundTitlesSchema, listSchema, listsSchema, makeListSchema, sharedListSchema } from '../lists/index.ts' // prettier-ignore
import { neighboursQuerySchema, neighboursSchema } from '../neighbours/index.ts'
import { planSchema } from '../plans/index.ts'
import { makeRequestSchema, requestOffersQuerySchema, requestOffersSchema, requestSchema } from '../requests/index.ts'
import { changedSatchelSchema, changeSatchelSchema, rowsQuerySchema, rowsSchema, satchelSchema } from '../satchel/index.ts'
import { waitingQuerySchema, waitingSchema } from '../waiting/index.ts'
import type { FromSchema, JSONSchema } from '../schema/index.ts'
import {
  browseAnswerSchema,
  browseQuerySchema,
  countAnswerSchema,
  facetValuesQuerySchema,
  facetValuesSchema,
  searchAnswerSchema,
  searchQuerySchema,
  suggestAnswerSchema,
  suggestQuerySchema,
} from '../search/index.ts'
import {
  copiesQuerySchema,
  copiesSchema,
  marcRecordSchema,
  titlePageSchema,
  titleQuerySchema,
  volumesQuerySchema,
  volumesSchema,
} from '../title/index.ts'
import { relatedSchema } from '../related/index.ts'
import { keepSearchSchema, keptSearchesSchema } from '../searches/index.ts'
import { titleSeriesSchema } from '../series/index.ts'
import { walkQuerySchema, walkSchema } from '../shelfwalk/index.ts'
import type { EndpointName, PATHS } from '../paths/index.ts'

export interface Endpoint {
  summary: string
  query?: JSONSchema
  body?: JSONSchema
  /** null for an answer without a body. */
  answer: JSONSchema | null
  /** Status of a good answer. */
  status: number
}

export const ENDPOINTS = {
  health: { summary: 'Whether the catalogue is ready, and how large it is', answer: healthSchema, status: 200 },
  places: { summary: 'Systems, branches, collections, hours and pickup locations', answer: placesSchema, status: 200 },
  lending: { summary: 'Whether the system that lends answers, and what its word is as of', answer: lendingSchema, status: 200 },
  search: { summary: 'Titles that match, with exact counts for narrowing', query: searchQuerySchema, answer: searchAnswerSchema, status: 200 },
  count: { summary: 'How many titles match', query: searchQuerySchema, answer: countAnswerSchema, status: 200 },
  facetValues: { summary: 'Values of one facet of a search, found by their words', query: facetValuesQuerySchema, answer: facetValuesSchema, status: 200 },
  browse: { summary: 'Headings in alphabetical order from any letters on', query: browseQuerySchema, answer: browseAnswerSchema, status: 200 },
  suggest: { summary: 'Headings that begin with what has been typed', query: suggestQuerySchema, answer: suggestAnswerSchema, status: 200 },
  title: { summary: 'One title with its editions, copies and routes', query: titleQuerySchema, answer: titlePageSchema, status: 200 },
  record: { summary: 'The MARC record of a title, field by field', answer: marcRecordSchema, status: 200 },
  series: { summary: 'The series of a title, their parts in order', query: volumesQuerySchema, answer: titleSeriesSchema, status: 200 },
  related: { summary: 'More by the people of a title, and what is near to it', query: volumesQuerySchema, answer: relatedSchema, status: 200 },
  volumes: { summary: 'Every volume of a journal, as briefly as its table needs', query: volumesQuerySchema, answer: volumesSchema, status: 200 },
  copies: { summary: 'Copies of one title, a page of them, or those sought', query: copiesQuerySchema, answer: copiesSchema, status: 200 },
  neighbours: { summary: 'What stands left and right of a copy on its shelf', query: neighboursQuerySchema, answer: neighboursSchema, status: 200 },
  callNumber: { summary: 'What each part of the call number of a copy means', answer: callNumberSchema, status: 200 },
  courses: { summary: 'Courses for which texts are kept', query: coursesQuerySchema, answer: coursesSchema, status: 200 },
  course: { summary: 'One course and its texts', answer: courseSchema, status: 200 },
  displays: { summary: 'Shelves of titles that the libraries have chosen', query: displaysQuerySchema, answer: displaysSchema, status: 200 },
  plan: { summary: 'The floors of a branch, and what stands where', answer: planSchema, status: 200 },
  rows: { summary: 'Rows of titles that are known by their numbers', query: rowsQuerySchema, answer: rowsSchema, status: 200 },
  walk: { summary: 'Titles as a walk from shelf to shelf', query: walkQuerySchema, answer: walkSchema, status: 200 },
  citations: { summary: 'Titles as they are cited in a style', query: citationsQuerySchema, answer: citationsSchema, status: 200 },
  mailTitles: { summary: 'Send titles with their places and call numbers by mail', body: mailTitlesSchema, answer: null, status: 204 },
  satchel: { summary: 'What the reader has gathered', answer: satchelSchema, status: 200 },
  changeSatchel: { summary: 'Put titles into the reader’s satchel and take others out', body: changeSatchelSchema, answer: changedSatchelSchema, status: 200 },
  lists: { summary: 'The reader’s lists', answer: listsSchema, status: 200 },
  makeList: { summary: 'Make a list', body: makeListSchema, answer: listSchema, status: 201 },
  list: { summary: 'One list of the reader', answer: listSchema, status: 200 },
  changeList: { summary: 'Change a list: its name, its titles, their order, notes and labels', body: changeListSchema, answer: listSchema, status: 200 },
  deleteList: { summary: 'Delete a list', answer: null, status: 204 },
  shareList: { summary: 'Share a list by a link that nobody can guess', answer: listSchema, status: 200 },
  withdrawList: { summary: 'Withdraw the link: nobody can read the list by it any more', answer: listSchema, status: 200 },
  sharedList: { summary: 'A list that its reader shares', answer: sharedListSchema, status: 200 },
  searches: { summary: 'Searches that the reader keeps', answer: keptSearchesSchema, status: 200 },
  keepSearch: { summary: 'Keep a search', body: keepSearchSchema, answer: keptSearchesSchema, status: 201 },
  noteSearchSeen: { summary: 'A kept search has been looked at: what came before is not new any more', answer: keptSearchesSchema, status: 200 },
  removeSearch: { summary: 'Remove a kept search', answer: keptSearchesSchema, status: 200 },
  findTitles: { summary: 'Which titles here are meant by those of another program', body: findTitlesSchema, answer: foundTitlesSchema, status: 200 },
  session: { summary: 'Who is signed in', answer: sessionSchema, status: 200 },
  signIn: { summary: 'Sign in with card number and PIN', body: signInSchema, answer: sessionSchema, status: 200 },
  signOut: { summary: 'Sign out; nothing stays behind', answer: null, status: 204 },
  signOutEverywhere: { summary: 'Sign this reader out here and in every other place', answer: null, status: 204 },
  sampleCards: { summary: 'Cards to try the demo with', answer: sampleCardsSchema, status: 200 },
  card: { summary: 'The reader’s holds, loans and limits', answer: cardSchema, status: 200 },
  changeCard: { summary: 'Choose how one is told, in which language, and one’s home branch', body: changeCardSchema, answer: cardSchema, status: 200 },
  changePin: { summary: 'Change the PIN; every other session ends', body: changePinSchema, answer: sessionSchema, status: 200 },
  askForPin: { summary: 'Have a code for a new PIN sent to the address on file; the answer is the same whatever the card', body: askForPinSchema, answer: null, status: 204 },
  applyForCard: { summary: 'Ask for a card', body: applySchema, answer: appliedSchema, status: 201 },
  choosePin: { summary: 'Choose a new PIN with the code that was sent', body: choosePinSchema, answer: null, status: 204 },
  history: { summary: 'What this reader has returned, where they have it kept', answer: historySchema, status: 200 },
  forgetHistory: { summary: 'Delete what was kept of what was returned', answer: null, status: 204 },
  makeFeed: { summary: 'A link by which a calendar follows the card; one that there was before is dead', answer: feedSchema, status: 201 },
  testNotice: { summary: 'Tell this reader something, to see whether it arrives', answer: null, status: 204 },
  endFeed: { summary: 'Withdraw that link', answer: null, status: 204 },
  payOwed: { summary: 'Pay what is owed', body: payOwedSchema, answer: cardSchema, status: 200 },
  holdOptions: { summary: 'Each pickup location for a wish: from where, at what cost, or why not', query: holdOptionsQuerySchema, answer: holdOptionsSchema, status: 200 },
  waiting: { summary: 'When a hold in the queue is likely to have its copy', query: waitingQuerySchema, answer: waitingSchema, status: 200 },
  holdWaiting: { summary: 'When a hold that waits is likely to have its copy', answer: waitingSchema, status: 200 },
  requestOffers: { summary: 'What can be asked for beside a hold: a scan, a copy from outside', query: requestOffersQuerySchema, answer: requestOffersSchema, status: 200 },
  makeRequest: { summary: 'Ask for a scan, a copy from outside or a purchase; an Idempotency-Key makes a repeat harmless', body: makeRequestSchema, answer: requestSchema, status: 201 },
  withdrawRequest: { summary: 'Withdraw a request', answer: requestSchema, status: 200 },
  placeHold: { summary: 'Place a hold; an Idempotency-Key makes a repeat harmless', body: placeHoldSchema, answer: holdSchema, status: 201 },
  sendMessage: { summary: 'Write to the staff of a branch', body: sendMessageSchema, answer: sentMessageSchema, status: 201 },
  answerRequest: { summary: 'What a library elsewhere, or staff here, answer in the demo', body: answerRequestSchema, answer: answeredSchema, status: 200 },
  renewLoan: { summary: 'Renew a loan', answer: loanSchema, status: 200 },
  changeHold: { summary: 'Pause a hold, let it go on, or collect it elsewhere', body: changeHoldSchema, answer: holdSchema, status: 200 },
  restoreHold: { summary: 'Take back, within a minute, that a hold was cancelled', answer: holdSchema, status: 200 },
  cancelHold: { summary: 'Cancel a hold', answer: holdSchema, status: 200 },
  backroom: { summary: 'Demo: its clock, and what its stand-ins do', query: backroomQuerySchema, answer: backroomSchema, status: 200 },
  moveClock: { summary: 'Demo: move the clock on, stop or hurry it', body: moveClockSchema, answer: clockSchema, status: 200 },
  desk: { summary: 'Demo: the desk of a branch', query: deskQuerySchema, answer: deskViewSchema, status: 200 },
  actAtDesk: { summary: 'Demo: check a copy in or out, or note that it is missing', body: actAtDeskSchema, answer: actedAtDeskSchema, status: 200 },
} as const satisfies Record<EndpointName, Endpoint> // prettier-ignore

type Declared<Name extends EndpointName> = (typeof ENDPOINTS)[Name]
type Given<S> = S extends JSONSchema ? FromSchema<S> : never

/** Each type is derived once, by the name of its endpoint; asked for one by one they would be derived at each call. */
type Queries = { [Name in EndpointName]: Declared<Name> extends { query: infer S } ? Given<S> : unknown }
type Parameters = { [Name in EndpointName]: Declared<Name> extends { query: infer S extends JSONSchema } ? FromSchema<S, { keepDefaultedPropertiesOptional: true }> : undefined } // prettier-ignore
type Bodies = { [Name in EndpointName]: Declared<Name> extends { body: infer S } ? Given<S> : undefined }
type Answers = { [Name in EndpointName]: Declared<Name> extends { answer: null } ? undefined : Given<Declared<Name>['answer']> }

/** What a handler gets of the query string: converted, and complete with what is usual. */
export type QueryOf<Name extends EndpointName> = Queries[Name]
/** What a client sends: what is usual may be left out. */
export type ParametersOf<Name extends EndpointName> = Parameters[Name]
export type BodyOf<Name extends EndpointName> = Bodies[Name]
export type AnswerOf<Name extends EndpointName> = Answers[Name]

type NamesIn<Path extends string> = Path extends `${string}:${infer Param}/${infer Rest}` ? Param | NamesIn<`/${Rest}`> : Path extends `${string}:${infer Param}` ? Param : never // prettier-ignore
/** Names in the path of an endpoint. */
export type PathOf<Name extends EndpointName> = Record<NamesIn<(typeof PATHS)[Name]['path']>, string>
