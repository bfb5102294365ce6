// Which tests a change can touch, by the room it is in. A room has the same name in core, contract, server and web; what
// follows from it elsewhere stands here. The browser tests carry the names of their rooms as tags.

/** Tests over HTTP, by the word of the room: files of server/tests. */
const API = {
  backroom: ['backroom'],
  bridge: ['bridge'],
  browse: ['finding'],
  calendar: ['getting', 'desk'],
  callnumber: ['neighbours', 'titlePage'],
  card: ['cardFiles', 'settings'],
  catalogue: ['loading', 'marc', 'scripts', 'corruptions', 'titlePage'],
  circulation: ['holds', 'desk', 'changing', 'recalling', 'renewing', 'filesSay'],
  citing: ['citing'],
  cli: ['serving'],
  copies: ['titlePage', 'getting', 'desk'],
  courier: ['getting', 'desk'],
  courses: ['titlePage'],
  database: ['database', 'writing'],
  displays: ['finding'],
  files: ['world', 'exampleLibrary'],
  holds: ['holds', 'wishes', 'changing', 'desk'],
  http: ['problems', 'access', 'fuzz'],
  joining: ['requests'],
  journals: ['titlePage'],
  libraries: ['rules', 'exampleLibrary'],
  lists: ['lists'],
  living: ['backroom'],
  loans: ['desk', 'renewing', 'cardFiles'],
  messages: ['messages', 'desk'],
  neighbours: ['neighbours'],
  notices: ['desk', 'cardFiles'],
  plan: ['satchel'],
  plans: ['satchel', 'world'],
  policies: ['rules', 'holds'],
  presenting: ['titlePage', 'search', 'cardFiles'],
  query: ['search', 'finding'],
  readers: ['readers', 'settings'],
  recalls: ['recalling'],
  related: ['related'],
  renewals: ['renewing'],
  requests: ['requests'],
  routes: ['getting', 'titlePage'],
  satchel: ['satchel'],
  search: ['search', 'finding', 'engine', 'indexing'],
  series: ['titlePage'],
  shelfwalk: ['satchel'],
  sip2: ['bridge'],
  sru: ['goingOut'],
  standins: ['clock', 'messages'],
  text: ['search', 'marc'],
  title: ['titlePage'],
  waiting: ['waiting'],
  world: ['world', 'exampleLibrary'],
  writing: ['writing'],
}

/** Rooms whose screens have another name, or that show on several. */
const SCREENS = {
  app: ['shared'],
  calendar: ['branches'],
  callnumber: ['callnumber'],
  copies: ['title'],
  courier: ['routes'],
  libraries: ['branches'],
  loans: ['card'],
  presenting: ['title', 'search'],
  query: ['search'],
  readers: ['shared/session'],
  recalls: ['holds'],
  renewals: ['card'],
  signingIn: ['shared/session'],
  ui: ['shared'],
}

const PACKAGES = ['core', 'contract', 'server', 'web']

/** @returns the room of a source file, or null: core/src/holds/pause.ts is in holds */
export function roomOf(file) {
  const [folder, src, room, ...below] = file.split('/')
  return PACKAGES.includes(folder) && src === 'src' && room !== undefined && below.length > 0 ? room : null
}

export const roomsOf = (files) => [...new Set(files.map(roomOf).filter((room) => room !== null))]

export const apiTestsOf = (rooms) => unique(rooms.flatMap((room) => API[room] ?? [])).map((name) => `server/tests/${name}.test.ts`)

/** Folders of the web's tests. */
export const screensOf = (rooms) => unique(rooms.flatMap((room) => SCREENS[room] ?? [room])).map((room) => `web/src/${room}/`)

const unique = (names) => [...new Set(names)]
