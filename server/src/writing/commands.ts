/**
 * Every change that a running server makes, by name. They run one after the other, each in a transaction of its own:
 * in this thread, or in one that does nothing else, so that no change waits for a search.
 */
import type { AnswerRequest } from '@catalex/contract/backroom'
import type { ChangeCard, Loan } from '@catalex/contract/card'
import type { ChangeHold, Hold, PlaceHold } from '@catalex/contract/holds'
import type { Refusal } from '@catalex/core/holds'
import {
  cancelHold,
  changeHold,
  forgetPastLoans,
  checkIn,
  checkOut,
  lapseHolds,
  noteMissing,
  payOwed,
  placeHold,
  purge,
  remind,
  renewLoan,
  restoreHold,
  resumeHolds,
  noteCopies,
  noteReader,
  noteRefused,
  noteRenewed,
  noteTaken,
  type AtDesk,
  type Moment,
  type SaidCopy,
  type SaidReader,
  type Taken,
} from '../circulation/index.ts'
import { answerNow, live } from '../backroom/index.ts'
import type { Database, Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import type { ChangeList, ListView, MakeList } from '@catalex/contract/lists'
import type { Apply } from '@catalex/contract/joining'
import type { MakeRequest, ReaderRequest } from '@catalex/contract/requests'
import type { ChangedSatchel, ChangeSatchel } from '@catalex/contract/satchel'
import type { KeepSearch, KeptSearches } from '@catalex/contract/searches'
import type { SendMessage } from '@catalex/contract/messages'
import { changeList, changeSatchel, removeSearch, keepSearch, makeList, noteSearchSeen, shareList, deleteList } from '../lists/index.ts'
import { makeRequest, purgeRequests, withdrawRequest } from '../requests/index.ts'
import { dropNotices, keepMailedTitles, keepMessage, type Mail } from '../standins/index.ts'
import { holdById, loansOf } from '../presenting/index.ts'
import { tell } from '../notices/index.ts'
import {
  applyForCard,
  changeReader,
  dropOldPinCodes,
  keepPinCode,
  newPinCode,
  setFeed,
  setPin,
  takePinCode,
  dropIdleSessions,
  dropOldFailures,
  endSession,
  endSessionsOf,
  forgetFailures,
  keepSession,
  noteFailure,
  type FailureKind,
  noteSeen,
  readerById,
  type KeptSession,
  type Reader,
} from '../readers/index.ts'

const DAY_MS = 86_400_000

export function commandsOn(database: Database, libraries: Libraries) {
  /** A command of a reader, whose hold is told as it stands afterwards. */
  const ofReader = (readerId: number, command: (write: Write, reader: Reader) => Promise<number | Refusal>): Promise<Hold | Refusal> =>
    database.write(async (write): Promise<Hold | Refusal> => {
      const reader = await readerById(write, readerId)
      const done = reader === null ? ({ code: 'no-such-hold' } as const) : await command(write, reader)
      if (typeof done !== 'number') return done
      return (await holdById(write, readerId, done)) ?? { code: 'no-such-hold' }
    })
  return {
    placeHold: (readerId: number, wish: PlaceHold, key: string | null, at: Moment) =>
      ofReader(readerId, (write, reader) => placeHold(write, libraries, { reader, wish, key }, at)),
    /** Of a hold that another system is asked for next. */
    askHold: (readerId: number, wish: PlaceHold, key: string | null, at: Moment) =>
      ofReader(readerId, (write, reader) => placeHold(write, libraries, { reader, wish, key, bridged: true }, at)),
    noteTaken: (reference: string, taken: Taken, at: Moment) =>
      database.write((write) => noteTaken(write, libraries, reference, taken, at)),
    noteRefused: (reference: string, how: { atOnce: boolean }, at: Moment) =>
      database.write((write) => noteRefused(write, libraries, reference, how, at)),
    noteCopies: (said: readonly SaidCopy[], at: Moment) => database.write((write) => noteCopies(write, libraries, said, at)),
    noteReader: (readerId: number, said: SaidReader, at: Moment) =>
      database.write(async (write) => {
        const reader = await readerById(write, readerId)
        if (reader) await noteReader(write, libraries, reader, said, at)
      }),
    noteRenewed: (readerId: number, barcode: string, due: string, at: Moment) =>
      database.write(async (write): Promise<Loan | Refusal> => {
        await noteRenewed(write, readerId, barcode, due)
        const reader = await readerById(write, readerId)
        const [loan] = reader ? await loansOf(write, libraries, reader, at, barcode) : []
        return loan ?? { code: 'no-such-loan' }
      }),
    cancelHold: (readerId: number, reference: string, at: Moment) =>
      ofReader(readerId, (write, reader) => cancelHold(write, libraries, reader, reference, at)),
    changeHold: (readerId: number, reference: string, changes: ChangeHold, at: Moment) =>
      ofReader(readerId, (write, reader) => changeHold(write, libraries, reader, { reference, changes }, at)),
    restoreHold: (readerId: number, reference: string, at: Moment) =>
      ofReader(readerId, (write, reader) => restoreHold(write, libraries, reader, reference, at)),
    renewLoan: (readerId: number, barcode: string, at: Moment) =>
      database.write(async (write): Promise<Loan | Refusal> => {
        const reader = await readerById(write, readerId)
        const refusal = reader ? await renewLoan(write, libraries, reader, barcode, at) : ({ code: 'no-such-loan' } as const)
        if (reader === null || refusal !== null) return refusal ?? { code: 'no-such-loan' }
        const [loan] = await loansOf(write, libraries, reader, at, barcode)
        return loan ?? { code: 'no-such-loan' }
      }),
    makeRequest: (readerId: number, wish: MakeRequest, key: string | null, at: Moment) =>
      database.write(async (write): Promise<ReaderRequest | Refusal> => {
        const reader = await readerById(write, readerId)
        return reader ? makeRequest(write, libraries, reader, { wish, key }, at) : { code: 'no-such-request' }
      }),
    withdrawRequest: (readerId: number, code: string, at: Moment) =>
      database.write(async (write): Promise<ReaderRequest | Refusal> => {
        const reader = await readerById(write, readerId)
        return reader ? withdrawRequest(write, libraries, reader, code, at) : { code: 'no-such-request' }
      }),
    changeSatchel: (readerId: number, changes: ChangeSatchel, at: Moment): Promise<ChangedSatchel> =>
      database.write((write) => changeSatchel(write, readerId, changes, at.now)),
    checkIn: (copy: AtDesk, at: Moment) => database.write((write) => checkIn(write, libraries, copy, at)),
    checkOut: (copy: { barcode: string; card: string }, at: Moment) => database.write((write) => checkOut(write, libraries, copy, at)),
    /** @returns whether it is paid */
    payOwed: (readerId: number, amount: number, at: Moment) =>
      database.write(async (write): Promise<Refusal | { paid: number }> => {
        const reader = await readerById(write, readerId)
        return (reader && (await payOwed(write, reader, amount, at))) ?? { paid: amount }
      }),
    noteMissing: (barcode: string, at: Moment) => database.write((write) => noteMissing(write, libraries, barcode, at)),
    answerRequest: (answer: AnswerRequest, at: Moment) => database.write((write) => answerNow(write, libraries, answer, at.now)),
    /** What happens in the world of the demo. @returns whether there may be more until then */
    live: (until: Moment, most: number) => database.write((write) => live(write, libraries, until, most)),
    /** What the days of holds bring: some end, others go on. */
    followDays: (at: Moment) =>
      database.write(async (write) => {
        await lapseHolds(write, libraries, at)
        await resumeHolds(write, libraries, at)
        await remind(write, libraries, at)
      }),
    makeList: (readerId: number, list: MakeList, at: Moment): Promise<ListView | null> =>
      database.write((write) => makeList(write, readerId, list, at.now)),
    changeList: (readerId: number, code: string, changes: ChangeList, at: Moment): Promise<ListView | null> =>
      database.write((write) => changeList(write, readerId, code, changes, at.now)),
    shareList: (readerId: number, code: string, shared: boolean): Promise<ListView | null> =>
      database.write((write) => shareList(write, readerId, code, shared)),
    deleteList: (readerId: number, code: string) => database.write((write) => deleteList(write, readerId, code)),
    keepSearch: (readerId: number, search: KeepSearch, at: Moment): Promise<KeptSearches | null> =>
      database.write((write) => keepSearch(write, readerId, search, at.now)),
    noteSearchSeen: (readerId: number, code: string, at: Moment): Promise<KeptSearches | null> =>
      database.write((write) => noteSearchSeen(write, readerId, code, at.now)),
    removeSearch: (readerId: number, code: string): Promise<KeptSearches | null> =>
      database.write((write) => removeSearch(write, readerId, code)),
    changeCard: (readerId: number, changes: ChangeCard) =>
      database.write(async (write): Promise<Refusal | { changed: true }> => {
        const reader = await readerById(write, readerId)
        const refusal = reader && (await changeReader(write, libraries, reader, changes))
        if (!refusal && changes.history === false) await forgetPastLoans(write, readerId)
        return refusal ?? { changed: true }
      }),
    applyForCard: (wish: Apply, at: Moment) => database.write((write) => applyForCard(write, libraries, wish, at.now)),
    forgetHistory: (readerId: number) => database.write((write) => forgetPastLoans(write, readerId)),
    setFeed: (readerId: number, secret: string | null) => database.write((write) => setFeed(write, readerId, secret)),
    tellTest: (readerId: number, at: Moment) => database.write((write) => tell(write, libraries, { readerId }, { kind: 'test' }, at.now)),
    /** @param now milliseconds since 1970, by the machine's clock, by which codes live */
    sendPinCode: (card: string, at: Moment, now: number) =>
      database.write(async (write) => {
        const code = newPinCode()
        const reader = await keepPinCode(write, card, code, now)
        if (reader) await tell(write, libraries, { readerId: reader.id }, { kind: 'pin code', code }, at.now)
      }),
    takePinCode: (card: string, code: string, now: number) => database.write((write) => takePinCode(write, card, code, now)),
    setPin: (readerId: number, pinHash: string) => database.write((write) => setPin(write, readerId, pinHash)),
    keepMailedTitles: (mail: Mail, at: string) => database.write((write) => keepMailedTitles(write, mail, at)),
    keepMessage: (message: SendMessage, at: string) => database.write((write) => keepMessage(write, message, at)),
    keepSession: (session: KeptSession) => database.write((write) => keepSession(write, session)),
    endSession: (key: string) => database.write((write) => endSession(write, key)),
    endSessionsOf: (readerId: number) => database.write((write) => endSessionsOf(write, readerId)),
    noteSeen: (seen: readonly Pick<KeptSession, 'key' | 'seen'>[]) => database.write((write) => noteSeen(write, seen)),
    noteFailure: (kind: FailureKind, card: string, now: number) => database.write((write) => noteFailure(write, kind, card, now)),
    forgetFailures: (kind: FailureKind, card: string) => database.write((write) => forgetFailures(write, kind, card)),
    /**
     * @param now milliseconds since 1970, by the machine's clock, by which sessions live
     * @returns whether there may be more to purge
     */
    purge: (at: Moment, now: number) =>
      database.write(async (write) => {
        await dropIdleSessions(write, now)
        await dropOldFailures(write, now)
        await dropOldPinCodes(write, now)
        await purgeRequests(write, libraries.endedHoldDays, at)
        await dropNotices(write, new Date(Date.parse(at.now) - libraries.endedHoldDays * DAY_MS).toISOString())
        return purge(write, libraries.endedHoldDays, at)
      }),
    refreshLibraries: () => libraries.refresh(database),
  }
}

export type Commands = ReturnType<typeof commandsOn>
export type CommandName = keyof Commands
