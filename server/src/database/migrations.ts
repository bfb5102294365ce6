/** The tables, room by room, as numbered steps that are never changed once they have been released. */
import { Umzug, type RunnableMigration } from 'umzug'
import { createTriggers } from './changes.ts'
import type { Database } from './database.ts'

const CATALOGUE = [
  `CREATE TABLE settings (name TEXT PRIMARY KEY, value TEXT NOT NULL)`,
  `CREATE TABLE titles (
    id INTEGER PRIMARY KEY, controlNumber TEXT NOT NULL UNIQUE, carrier TEXT NOT NULL, title TEXT NOT NULL,
    record TEXT NOT NULL, marc TEXT NOT NULL)`,
  `CREATE TABLE items (
    id INTEGER PRIMARY KEY, barcode TEXT NOT NULL UNIQUE, titleId INTEGER NOT NULL REFERENCES titles(id),
    system TEXT NOT NULL, branch TEXT NOT NULL, collection TEXT NOT NULL, useRule TEXT, standing TEXT NOT NULL,
    callText TEXT NOT NULL, spine TEXT NOT NULL, sortKey TEXT NOT NULL, enumeration TEXT, copy TEXT, note TEXT)`,
  `CREATE INDEX itemsOfTitle ON items(titleId)`,
  `CREATE TABLE identifiers (value TEXT NOT NULL, kind TEXT NOT NULL, titleId INTEGER NOT NULL REFERENCES titles(id), PRIMARY KEY (value, kind, titleId)) WITHOUT ROWID`,
  `CREATE INDEX identifiersOfTitle ON identifiers(titleId)`,
]

const READERS = [
  `CREATE TABLE readers (
    id INTEGER PRIMARY KEY, card TEXT NOT NULL UNIQUE, pinHash TEXT NOT NULL, name TEXT NOT NULL, category TEXT NOT NULL,
    homeBranch TEXT NOT NULL, expires TEXT NOT NULL, owed INTEGER NOT NULL, block TEXT)`,
  `CREATE TABLE sessions (id TEXT PRIMARY KEY, data TEXT NOT NULL, expires INTEGER NOT NULL) WITHOUT ROWID`,
  `CREATE TABLE sampleCards (card TEXT PRIMARY KEY, pin TEXT NOT NULL, name TEXT NOT NULL, situation TEXT NOT NULL)`,
]

// A copy is promised to one hold at most: the partial index holds even where the code should err.
const CIRCULATION = [
  `CREATE TABLE loans (barcode TEXT PRIMARY KEY REFERENCES items(barcode), readerId INTEGER REFERENCES readers(id), due TEXT NOT NULL)`,
  `CREATE INDEX loansOfReader ON loans(readerId)`,
  `CREATE TABLE holds (
    id INTEGER PRIMARY KEY AUTOINCREMENT, readerId INTEGER REFERENCES readers(id), pickup TEXT NOT NULL, state TEXT NOT NULL,
    asked TEXT NOT NULL, wantedBarcode TEXT REFERENCES items(barcode), barcode TEXT REFERENCES items(barcode), cost INTEGER NOT NULL,
    collectBy TEXT, category TEXT NOT NULL, homeSystem TEXT NOT NULL)`,
  `CREATE UNIQUE INDEX onePromiseACopy ON holds(barcode) WHERE barcode IS NOT NULL AND state IN ('being fetched', 'in transit', 'ready')`,
  `CREATE INDEX holdsOfReader ON holds(readerId)`,
  `CREATE INDEX holdsInLine ON holds(state, asked)`,
  `CREATE TABLE holdTargets (holdId INTEGER NOT NULL REFERENCES holds(id), titleId INTEGER NOT NULL REFERENCES titles(id), PRIMARY KEY (holdId, titleId)) WITHOUT ROWID`,
  `CREATE INDEX holdsOfTitle ON holdTargets(titleId)`,
  `CREATE TABLE events (id INTEGER PRIMARY KEY AUTOINCREMENT, holdId INTEGER NOT NULL REFERENCES holds(id), at TEXT NOT NULL, who TEXT NOT NULL, state TEXT NOT NULL, barcode TEXT)`,
  `CREATE INDEX eventsOfHold ON events(holdId)`,
  `CREATE TABLE requestKeys (readerId INTEGER NOT NULL REFERENCES readers(id), requestKey TEXT NOT NULL, body TEXT NOT NULL, holdId INTEGER NOT NULL REFERENCES holds(id), at TEXT NOT NULL, PRIMARY KEY (readerId, requestKey)) WITHOUT ROWID`,
]

const CALL_NUMBERS = [`CREATE INDEX itemsByCallNumber ON items(callText COLLATE NOCASE)`]

/** Every change of a record or of its copies is noted, by whatever way it came, so that the search index can follow. */
const CHANGES = [
  `CREATE TABLE changes (number INTEGER PRIMARY KEY AUTOINCREMENT, titleId INTEGER NOT NULL, kind TEXT NOT NULL)`,
  `INSERT INTO settings (name, value) VALUES ('catalogue', lower(hex(randomblob(16))))`,
  `CREATE INDEX itemsByShelf ON items(sortKey)`,
]

const AUTHORITIES = [
  `CREATE TABLE headingReferences (
    controlNumber TEXT NOT NULL, kind TEXT NOT NULL, label TEXT NOT NULL, key TEXT NOT NULL, target TEXT NOT NULL, type TEXT NOT NULL,
    PRIMARY KEY (kind, key, type, target, controlNumber)) WITHOUT ROWID`,
  `CREATE INDEX referencesOfRecord ON headingReferences(controlNumber)`,
  `CREATE INDEX referencesToHeading ON headingReferences(target)`,
]

const OLD_TRIGGERS = ['titleAdded', 'titleChanged', 'titleRemoved', 'itemAdded', 'itemChanged', 'itemRemoved', 'lent', 'returned', 'promised', 'promiseMoved', 'promiseRemoved'] // prettier-ignore

/**
 * Records and copies by their own names; loans and holds refer to them by control number and barcode alone, so that the
 * catalogue can be loaded anew beneath them.
 */
const REFERENCES = [
  ...OLD_TRIGGERS.map((name) => `DROP TRIGGER IF EXISTS ${name}`),
  `CREATE TABLE newLoans (barcode TEXT PRIMARY KEY, readerId INTEGER REFERENCES readers(id), due TEXT NOT NULL, source TEXT NOT NULL)`,
  `INSERT INTO newLoans (barcode, readerId, due, source) SELECT barcode, readerId, due, 'file' FROM loans`,
  `CREATE TABLE newHolds (
    id INTEGER PRIMARY KEY AUTOINCREMENT, reference TEXT NOT NULL UNIQUE, readerId INTEGER REFERENCES readers(id), pickup TEXT NOT NULL,
    state TEXT NOT NULL, requested TEXT NOT NULL, wantedBarcode TEXT, barcode TEXT, cost INTEGER NOT NULL, collectBy TEXT,
    category TEXT NOT NULL, homeSystem TEXT, title TEXT NOT NULL)`,
  `INSERT INTO newHolds (id, reference, readerId, pickup, state, requested, wantedBarcode, barcode, cost, collectBy, category, homeSystem, title)
    SELECT id, lower(hex(randomblob(12))), readerId, pickup, state, asked, wantedBarcode, barcode, cost, collectBy, category, nullif(homeSystem, ''),
      coalesce((SELECT title FROM titles WHERE titles.id = (SELECT min(titleId) FROM holdTargets WHERE holdId = holds.id)), '') FROM holds`,
  `CREATE TABLE newHoldTargets (holdId INTEGER NOT NULL REFERENCES newHolds(id), controlNumber TEXT NOT NULL, PRIMARY KEY (holdId, controlNumber)) WITHOUT ROWID`,
  `INSERT INTO newHoldTargets (holdId, controlNumber) SELECT holdId, controlNumber FROM holdTargets JOIN titles ON titles.id = titleId`,
  `CREATE TABLE newEvents (id INTEGER PRIMARY KEY AUTOINCREMENT, holdId INTEGER NOT NULL REFERENCES newHolds(id), at TEXT NOT NULL, who TEXT NOT NULL, state TEXT NOT NULL, barcode TEXT)`,
  `INSERT INTO newEvents SELECT id, holdId, at, who, state, barcode FROM events`,
  `CREATE TABLE newRequestKeys (readerId INTEGER NOT NULL REFERENCES readers(id), requestKey TEXT NOT NULL, body TEXT NOT NULL, holdId INTEGER NOT NULL REFERENCES newHolds(id), at TEXT NOT NULL, PRIMARY KEY (readerId, requestKey)) WITHOUT ROWID`,
  `INSERT INTO newRequestKeys SELECT readerId, requestKey, body, holdId, at FROM requestKeys`,
  ...['requestKeys', 'events', 'holdTargets', 'holds', 'loans'].map((table) => `DROP TABLE ${table}`),
  `ALTER TABLE newLoans RENAME TO loans`,
  `ALTER TABLE newHolds RENAME TO holds`,
  `ALTER TABLE newHoldTargets RENAME TO holdTargets`,
  `ALTER TABLE newEvents RENAME TO holdEvents`,
  `ALTER TABLE newRequestKeys RENAME TO requestKeys`,
  `CREATE INDEX loansOfReader ON loans(readerId)`,
  `CREATE UNIQUE INDEX onePromiseACopy ON holds(barcode) WHERE barcode IS NOT NULL AND state IN ('being fetched', 'in transit', 'ready')`,
  `CREATE INDEX holdsOfReader ON holds(readerId)`,
  `CREATE INDEX holdsInQueue ON holds(state, requested)`,
  `CREATE INDEX holdsOfRecord ON holdTargets(controlNumber)`,
  `CREATE INDEX eventsOfHold ON holdEvents(holdId)`,
  `ALTER TABLE titles RENAME TO records`,
  `ALTER TABLE records ADD COLUMN withdrawn INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE records ADD COLUMN hash TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE items RENAME TO copies`,
  `ALTER TABLE copies RENAME COLUMN titleId TO recordId`,
  `ALTER TABLE copies RENAME COLUMN standing TO status`,
  `ALTER TABLE identifiers RENAME COLUMN titleId TO recordId`,
  `ALTER TABLE changes RENAME COLUMN titleId TO recordId`,
]

/** Sessions know whose they are and when they were used; failed tries to sign in are counted by card. */
const TRUST = [
  `DROP TABLE sessions`,
  `CREATE TABLE sessions (
    key TEXT PRIMARY KEY, readerId INTEGER NOT NULL REFERENCES readers(id), data TEXT NOT NULL,
    begun INTEGER NOT NULL, seen INTEGER NOT NULL, idle INTEGER NOT NULL) WITHOUT ROWID`,
  `CREATE INDEX sessionsOfReader ON sessions(readerId)`,
  `CREATE TABLE failedSignIns (card TEXT PRIMARY KEY, count INTEGER NOT NULL, last INTEGER NOT NULL) WITHOUT ROWID`,
  `CREATE INDEX activeHoldsOfReader ON holds(readerId) WHERE state IN ('waiting', 'being fetched', 'in transit', 'ready')`,
  `CREATE INDEX keysByTime ON requestKeys(at)`,
]

/** Messages to the staff, as the stand-in keeps them. */
const MESSAGES = [
  `CREATE TABLE outbox (id INTEGER PRIMARY KEY AUTOINCREMENT, reference TEXT NOT NULL UNIQUE, at TEXT NOT NULL, message TEXT NOT NULL)`,
]

/** Numbers are looked up without blanks, hyphens and case. */
const NUMBERS = [
  `UPDATE OR REPLACE identifiers SET value = upper(replace(replace(value, '-', ''), ' ', ''))`,
  `CREATE INDEX copiesByBarcodeKey ON copies(upper(replace(replace(barcode, '-', ''), ' ', '')))`,
]

/** What a library says of a copy in its own words, and since when it has it. */
const OWN_WORDS = [`ALTER TABLE copies ADD COLUMN statusText TEXT`, `ALTER TABLE copies ADD COLUMN acquired TEXT`]

/** Headings whose other names have changed: the log names them by number, as it names records. */
const HEADINGS = [
  `CREATE TABLE changedHeadings (id INTEGER PRIMARY KEY, kind TEXT NOT NULL, heading TEXT NOT NULL, UNIQUE (kind, heading))`,
]

/** What a library says of readers, loans, holds and sets beyond the least. */
const READERS_FILES = [
  ...['mail', 'telephone', 'notify', 'guardian'].map((column) => `ALTER TABLE readers ADD COLUMN ${column} TEXT`),
  `ALTER TABLE loans ADD COLUMN renewals INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE holds ADD COLUMN pausedUntil TEXT`,
  `ALTER TABLE copies ADD COLUMN setNumber TEXT`,
  `DROP INDEX activeHoldsOfReader`,
  `CREATE INDEX activeHoldsOfReader ON holds(readerId) WHERE state IN ('waiting', 'paused', 'being fetched', 'in transit', 'ready')`,
]

/** The order of each shelf, for what stands beside a copy. */
const SHELVES = [`CREATE INDEX copiesOnShelf ON copies(branch, collection, sortKey, barcode, status)`]

/** What readers gather: the satchel, which has no name, and lists. Entries are read and written as a whole, as JSON. */
const LISTS = [
  `CREATE TABLE lists (
    id INTEGER PRIMARY KEY AUTOINCREMENT, readerId INTEGER NOT NULL REFERENCES readers(id), code TEXT NOT NULL UNIQUE,
    name TEXT, about TEXT NOT NULL DEFAULT '', link TEXT UNIQUE, entries TEXT NOT NULL, changedAt TEXT NOT NULL)`,
  `CREATE INDEX listsOfReader ON lists(readerId)`,
  `CREATE UNIQUE INDEX satchels ON lists(readerId) WHERE name IS NULL`,
]

/** What has come lately; lists that came with a library's files are kept with those of readers. */
const ACQUIRED = [
  `CREATE INDEX copiesByAcquired ON copies(acquired, recordId) WHERE acquired IS NOT NULL`,
  `DELETE FROM settings WHERE name = 'lists'`,
]

/** Searches that readers keep, by the query of their address. */
const SEARCHES = [
  `CREATE TABLE keptSearches (
    id INTEGER PRIMARY KEY AUTOINCREMENT, readerId INTEGER NOT NULL REFERENCES readers(id), code TEXT NOT NULL UNIQUE,
    name TEXT NOT NULL, address TEXT NOT NULL, seen TEXT NOT NULL)`,
  `CREATE INDEX searchesOfReader ON keptSearches(readerId)`,
]

/** When records came into the catalogue, for kept searches, which were seen on a day before and are at a moment now. */
const ADDITIONS = [
  `CREATE TABLE additions (recordId INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, at TEXT NOT NULL)`,
  `CREATE INDEX additionsByTime ON additions(at, recordId)`,
  `UPDATE keptSearches SET seen = seen || 'T00:00:00.000Z' WHERE length(seen) = 10`,
]

/** What a reader may wish of a hold beside the pickup location. */
const WISHES = [
  ...['wantedFrom', 'notBefore', 'notAfter', 'notify', 'note'].map((column) => `ALTER TABLE holds ADD COLUMN ${column} TEXT`),
  `CREATE INDEX holdsWantedUntil ON holds(notAfter) WHERE notAfter IS NOT NULL AND state IN ('waiting', 'paused', 'being fetched', 'in transit')`,
]

/** What readers ask for beside holds. */
const REQUESTS = [
  `CREATE TABLE requests (
    id INTEGER PRIMARY KEY AUTOINCREMENT, code TEXT NOT NULL UNIQUE, reference TEXT NOT NULL, readerId INTEGER REFERENCES readers(id),
    kind TEXT NOT NULL, at TEXT NOT NULL, withdrawn INTEGER NOT NULL DEFAULT 0, title TEXT NOT NULL, cost INTEGER NOT NULL,
    details TEXT NOT NULL, requestKey TEXT)`,
  `CREATE INDEX requestsOfReader ON requests(readerId)`,
]

/** Loans that are shortened because somebody waits. */
const RECALLS = [
  'ALTER TABLE loans ADD COLUMN recalledFrom TEXT',
  'ALTER TABLE loans ADD COLUMN recalls INTEGER NOT NULL DEFAULT 0',
  'ALTER TABLE loans ADD COLUMN recalledFor INTEGER REFERENCES holds(id)',
  'CREATE INDEX loansRecalled ON loans(recalledFor) WHERE recalledFor IS NOT NULL',
]

/** Where copies are that are not on their shelves, what late ones cost, and how readers are told. */
const CIRCULATING = [
  // A copy that is not on its shelf, and nobody has borrowed: at whose desk it was last, and to which branch it is on its way;
  // null where it lies there.
  'CREATE TABLE whereabouts (barcode TEXT PRIMARY KEY, desk TEXT NOT NULL, bound TEXT, since TEXT NOT NULL) WITHOUT ROWID',
  `CREATE TABLE charges (
    id INTEGER PRIMARY KEY AUTOINCREMENT, readerId INTEGER NOT NULL REFERENCES readers(id), barcode TEXT NOT NULL, title TEXT NOT NULL,
    amount INTEGER NOT NULL, at TEXT NOT NULL, paid TEXT)`,
  'CREATE INDEX chargesOfReader ON charges(readerId)',
  'ALTER TABLE loans ADD COLUMN told TEXT',
  'CREATE INDEX loansDue ON loans(due)',
  'ALTER TABLE readers ADD COLUMN language TEXT',
  'CREATE TABLE pinCodes (readerId INTEGER PRIMARY KEY REFERENCES readers(id), digest TEXT NOT NULL, sent INTEGER NOT NULL, tries INTEGER NOT NULL DEFAULT 0)',
  'ALTER TABLE outbox ADD COLUMN readerId INTEGER REFERENCES readers(id)',
  'CREATE INDEX outboxOfReader ON outbox(readerId) WHERE readerId IS NOT NULL',
  `CREATE INDEX holdsReady ON holds(collectBy) WHERE state = 'ready'`,
]

/** What the stand-ins of the demo will do, and what time it is there. */
const STANDINS = [
  'CREATE TABLE agenda (subject TEXT NOT NULL, kind TEXT NOT NULL, at TEXT NOT NULL, detail TEXT NOT NULL, PRIMARY KEY (kind, subject)) WITHOUT ROWID',
  'CREATE INDEX agendaByTime ON agenda(at)',
  'CREATE TABLE worldTime (only INTEGER PRIMARY KEY CHECK (only = 1), at TEXT NOT NULL)',
  'CREATE TABLE happenings (id INTEGER PRIMARY KEY AUTOINCREMENT, at TEXT NOT NULL, readerId INTEGER REFERENCES readers(id), what TEXT NOT NULL)',
]

/** What becomes of requests, and what was said of them on the way. */
const ANSWERS = [
  "ALTER TABLE requests ADD COLUMN state TEXT NOT NULL DEFAULT 'asked'",
  // The day that goes with the state: expected, kept until, due back.
  'ALTER TABLE requests ADD COLUMN day TEXT',
  "UPDATE requests SET state = 'withdrawn' WHERE withdrawn = 1",
  'ALTER TABLE requests DROP COLUMN withdrawn',
  `CREATE TABLE requestEvents (
    id INTEGER PRIMARY KEY AUTOINCREMENT, requestId INTEGER NOT NULL REFERENCES requests(id) ON DELETE CASCADE, at TEXT NOT NULL,
    state TEXT NOT NULL, partner TEXT, reason TEXT, day TEXT)`,
  'CREATE INDEX requestEventsOfRequest ON requestEvents(requestId)',
]

/** When a hold was to be ready, and is. */
const EXPECTED = ['ALTER TABLE holds ADD COLUMN promised TEXT', 'ALTER TABLE holds ADD COLUMN expected TEXT']

/** What readers choose to have kept: what they have returned, and a link for their calendar. */
const CHOSEN = [
  'ALTER TABLE readers ADD COLUMN history INTEGER NOT NULL DEFAULT 0',
  'ALTER TABLE readers ADD COLUMN feed TEXT',
  'CREATE UNIQUE INDEX readersByFeed ON readers(feed) WHERE feed IS NOT NULL',
  `CREATE TABLE pastLoans (
    id INTEGER PRIMARY KEY AUTOINCREMENT, readerId INTEGER NOT NULL REFERENCES readers(id), controlNumber TEXT NOT NULL,
    title TEXT NOT NULL, returned TEXT NOT NULL)`,
  'CREATE INDEX pastLoansOfReader ON pastLoans(readerId)',
]

/** What another lending system has been asked for, and has taken. */
const BRIDGED = [
  'ALTER TABLE holds ADD COLUMN lending TEXT',
  'ALTER TABLE holds ADD COLUMN askedBarcode TEXT',
  "CREATE INDEX holdsAsked ON holds(id) WHERE lending = 'asked'",
]

const ENDED = `state IN ('collected', 'cancelled', 'lapsed', 'unfillable')`

/** The last day that a reader was reminded of; and what has ended long ago is not read over for what lives. */
const REMINDING = [
  'ALTER TABLE holds ADD COLUMN reminded TEXT',
  `CREATE INDEX holdsEnded ON holds(id) WHERE readerId IS NOT NULL AND ${ENDED}`,
  'ALTER TABLE holdTargets ADD COLUMN open INTEGER NOT NULL DEFAULT 1',
  `UPDATE holdTargets SET open = 0 WHERE holdId IN (SELECT id FROM holds WHERE ${ENDED})`,
  'CREATE INDEX openHoldsOfRecord ON holdTargets(controlNumber) WHERE open = 1',
]

/** Titles that anybody may have mailed are counted by themselves: they push nothing out that staff should read. */
const MAILED_TITLES = ['ALTER TABLE outbox ADD COLUMN kind TEXT', 'CREATE INDEX outboxByKind ON outbox(kind, id)']

/** Of cards that there are, of numbers that are on none, and of codes: all alike, so that a failure takes as long for one as for the other. */
const FAILURES = [
  'CREATE TABLE failures (id INTEGER PRIMARY KEY AUTOINCREMENT, kind TEXT NOT NULL, card TEXT NOT NULL, count INTEGER NOT NULL, last INTEGER NOT NULL)',
  'CREATE UNIQUE INDEX failuresOfCard ON failures(kind, card)',
  'CREATE INDEX failuresInOrder ON failures(kind, id)',
  "INSERT INTO failures (kind, card, count, last) SELECT 'card', card, count, last FROM failedSignIns",
  'DROP TABLE failedSignIns',
]

const STEPS: Record<string, string[]> = {
  '001-catalogue': CATALOGUE,
  '002-readers': READERS,
  '003-circulation': CIRCULATION,
  '004-call-numbers': CALL_NUMBERS,
  '005-changes': CHANGES,
  '006-authorities': AUTHORITIES,
  '007-references': REFERENCES,
  '008-trust': TRUST,
  '009-messages': MESSAGES,
  '010-numbers': NUMBERS,
  '011-own-words': OWN_WORDS,
  '012-headings': HEADINGS,
  '013-readers-files': READERS_FILES,
  '014-shelves': SHELVES,
  '015-lists': LISTS,
  '016-acquired': ACQUIRED,
  '017-searches': SEARCHES,
  '018-additions': ADDITIONS,
  '019-wishes': WISHES,
  '020-requests': REQUESTS,
  '021-recalls': RECALLS,
  '022-circulating': CIRCULATING,
  '023-standins': STANDINS,
  '024-answers': ANSWERS,
  '025-expected': EXPECTED,
  '026-chosen': CHOSEN,
  '027-bridged': BRIDGED,
  '028-reminding': REMINDING,
  '029-mailed-titles': MAILED_TITLES,
  '030-failures': FAILURES,
  '031-stand-in-readers': ['ALTER TABLE readers ADD COLUMN standIn INTEGER NOT NULL DEFAULT 0'],
}

/** @param to the last step to take; tests stop at earlier ones */
export async function migrate(database: Database, to?: string): Promise<void> {
  await database.write((write) => write.run('CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY)'))
  const umzug = new Umzug({
    migrations: Object.entries(STEPS).map(([name, statements]): RunnableMigration<object> => ({
      name,
      up: () =>
        database.write(async (write) => {
          for (const statement of statements) await write.run(statement)
          // With the step: one that was taken and not noted would be taken again, and fail at every start.
          await write.run('INSERT INTO migrations (name) VALUES ($name)', { name })
        }),
    })),
    logger: undefined,
    storage: {
      executed: async () => (await database.read<{ name: string }>('SELECT name FROM migrations ORDER BY name')).map((row) => row.name),
      logMigration: () => Promise.resolve(),
      unlogMigration: () => Promise.reject(new Error('Steps are never taken back.')),
    },
  })
  if (to !== undefined) await umzug.up({ to })
  else {
    await umzug.up()
    await database.write(createTriggers)
  }
}
