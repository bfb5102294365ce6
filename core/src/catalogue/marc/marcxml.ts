/**
 * Records from MARCXML (MARC 21 XML Schema), as they come in pieces of text. Each record is cut out and read by itself, so
 * that one that is broken takes no other with it.
 */
import { SaxesParser } from 'saxes'
import { warnings, type RecordFault } from './faults.ts'
import type { MarcRecord } from './record.ts'
import { blankControls } from './text.ts'

export type ReadMarc = { record: MarcRecord; warnings: RecordFault[] } | RecordFault

/** What ISO 2709 could hold of a field and of a record: XML has no bounds of its own. */
const LONGEST_VALUE = 9999
const MOST_FIELDS = 8000
const LONGEST_RECORD = 4_000_000
const LEADER_LENGTH = 24
/** Begins a subfield in ISO 2709; XML can't hold it, but a reference to it. */
const SUBFIELD = '\u001f'
/** A leader that lost blanks at its end still says what a thing is. */
const SHORTEST_LEADER = 8

const START = /<(?:[\w.-]{1,40}:)?record[\s>]/g
const END = /<\/(?:[\w.-]{1,40}:)?record\s*>/g
/** As much as may be the beginning of a tag that goes on in the next piece. */
const LONGEST_TAG = 60

export class MarcXmlReader {
  private text = ''
  /** Where in the text no end of a record has been found yet. */
  private sought = 0

  /** @returns the records that end in this piece */
  read(piece: string): ReadMarc[] {
    this.text += piece
    const found: ReadMarc[] = []
    let from = 0
    END.lastIndex = this.sought
    for (let end = END.exec(this.text); end; end = END.exec(this.text)) {
      found.push(...recordsIn(this.text.slice(from, END.lastIndex)))
      from = END.lastIndex
    }
    this.text = this.text.slice(from)
    if (this.text.length > LONGEST_RECORD) {
      found.push(breaksOff('a record is longer than any record may be'))
      this.text = this.text.slice(-LONGEST_TAG)
    }
    this.sought = Math.max(0, this.text.length - LONGEST_TAG)
    return found
  }

  end(): ReadMarc[] {
    return this.text.search(START) >= 0 ? [breaksOff('the file ends inside a record')] : []
  }
}

const breaksOff = (where: string): RecordFault => ({ field: null, code: 'xml-breaks-off', facts: { where } })

/** What stands up to the end of a record: that record, and before it those that never ended. */
function recordsIn(text: string): ReadMarc[] {
  const starts = [...text.matchAll(START)].map(({ index }) => index)
  const last = starts.at(-1)
  if (last === undefined) return []
  return [...starts.slice(1).map(() => breaksOff('a record does not end')), readOne(text.slice(last))]
}

function readOne(text: string): ReadMarc {
  const record: { leader: string; fields: string[][] } = { leader: '', fields: [] }
  let field: string[] = []
  let value = ''
  const parser = new SaxesParser({ xmlns: false })
  parser.on('opentag', ({ name, attributes }) => {
    value = ''
    const { tag = '', ind1 = ' ', ind2 = ' ', code = '' } = attributes
    const element = localName(name)
    if (element === 'controlfield') field = [tag]
    else if (element === 'datafield') field = [tag, `${ind1} `.charAt(0) + `${ind2} `.charAt(0)]
    else if (element === 'subfield') field.push(code)
  })
  const take = (piece: string) => {
    value += piece.slice(0, LONGEST_VALUE - value.length)
  }
  parser.on('text', take)
  parser.on('cdata', take)
  parser.on('closetag', ({ name }) => {
    const element = localName(name)
    if (element === 'controlfield' || element === 'subfield') field.push(blankControls(value.normalize('NFC')).replaceAll(SUBFIELD, ' '))
    if (element === 'leader') record.leader = value
    else if ((element === 'controlfield' || element === 'datafield') && record.fields.length < MOST_FIELDS) record.fields.push(field)
  })
  parser.on('error', (error) => {
    throw error
  })
  try {
    parser.write(text).close()
  } catch (error) {
    return breaksOff(error instanceof Error ? error.message : String(error))
  }
  return finished(record)
}

function finished({ leader, fields }: { leader: string; fields: string[][] }): ReadMarc {
  const { warn, found } = warnings()
  if (leader.length < SHORTEST_LEADER) return { field: null, code: 'no-xml-leader', facts: {} }
  if (leader.length !== LEADER_LENGTH) warn('no-xml-leader')
  return { record: { leader: leader.padEnd(LEADER_LENGTH).slice(0, LEADER_LENGTH), fields }, warnings: found }
}

/** A name without the prefix of its namespace. */
const localName = (name: string): string => name.replace(/^.*:/, '')

/** Whether a file that begins so is MARCXML: its first element is a record or a collection of them. */
export const beginsAsMarcXml = (start: string): boolean => {
  const first = /<(?:[\w.-]+:)?([A-Za-z][\w.-]*)[\s/>]/.exec(start.replace(/<!--[^]{0,2000}?-->/g, ''))?.[1]
  return first === 'collection' || first === 'record'
}
