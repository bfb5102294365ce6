/** Titles in a file of another program: a table (CSV) whose first line names its columns, or references (RIS). */
import type { FindTitles } from '@catalex/contract/lists'
import { parse } from 'csv-parse/browser/esm/sync'

export type Sought = FindTitles['sought'][number]

/** Octets, and titles, of one file. */
export const LARGEST_FILE = 2_000_000
export const MOST_BROUGHT = 500

/** Why a file brings nothing. */
export type Fault = 'too-large' | 'no-titles'

/** @param name of the file, whose ending says what it is where its text does not */
export function soughtIn(name: string, text: string): Sought[] | Fault {
  const found = /^\s*(?:\ufeff)?TY {2}- /.test(text) || name.toLowerCase().endsWith('.ris') ? fromRis(text) : fromTable(text)
  const titles = found.filter(({ title, isbns }) => title !== '' || isbns.length > 0)
  return titles.length === 0 ? 'no-titles' : titles.slice(0, MOST_BROUGHT)
}

/** Names that columns of titles, people and numbers go by, in the languages of the interface. */
const COLUMNS = {
  title: /^(?:title|titel|name|main title|haupttitel)$/i,
  who: /^(?:authors?|people|person|creators?|by|verfasser(?:in)?|autor(?:in|en)?|urheber)$/i,
  isbns: /^isbns?(?:[- ]?1[03])?$/i,
}

function fromTable(text: string): Sought[] {
  const [header = [], ...rows] = tableIn(text)
  const at = (pattern: RegExp) => header.findIndex((name) => pattern.test(name.trim()))
  const [title, who, isbns] = [at(COLUMNS.title), at(COLUMNS.who), at(COLUMNS.isbns)]
  // Without a line of names the first column is the titles.
  const lines = title < 0 && isbns < 0 ? [header, ...rows] : rows
  return lines.map((cells) => ({
    title: cut(cells[title < 0 && isbns < 0 ? 0 : title]),
    who: cut(cells[who]),
    isbns: numbersIn(cells[isbns]),
  }))
}

/** Parted by whatever its first line is parted by most; what no table is has no lines. */
function tableIn(text: string): string[][] {
  const [first = ''] = text.split(/\r?\n/, 1)
  const delimiter = [',', ';', '\t'].sort((a, b) => first.split(b).length - first.split(a).length)[0]
  try {
    return parse(text, { bom: true, delimiter, relax_column_count: true, relax_quotes: true, skip_empty_lines: true, to: MOST_BROUGHT + 1 })
  } catch {
    return []
  }
}

/** Tags of RIS: titles, people, standard numbers; a record ends with ER. */
function fromRis(text: string): Sought[] {
  const found: Sought[] = []
  let now: Sought = { title: '', who: '', isbns: [] }
  for (const line of text.split(/\r?\n/)) {
    const [, tag = '', value = ''] = /^([A-Z][A-Z0-9]) {2}- ?(.*)$/.exec(line.replace(/^\ufeff/, '')) ?? []
    if (['TI', 'T1', 'CT', 'BT'].includes(tag) && now.title === '') now.title = cut(value)
    else if (['AU', 'A1', 'A2', 'ED'].includes(tag) && now.who === '') now.who = cut(value)
    else if (tag === 'SN') now.isbns.push(...numbersIn(value))
    else if (tag === 'ER') {
      found.push(now)
      now = { title: '', who: '', isbns: [] }
    }
  }
  return found
}

const cut = (text = ''): string => text.trim().slice(0, 500)
const numbersIn = (text = ''): string[] => (text.match(/[\dXx-]{10,17}/g) ?? []).slice(0, 10)
