/** Records from MARCXML (MARC 21 XML Schema), as they come in pieces of text. What can't be read is given as a fault. */
import { SaxesParser } from 'saxes'
import type { RecordFault } from './faults.ts'
import type { MarcRecord } from './record.ts'

export class MarcXmlReader {
  private readonly parser = new SaxesParser({ xmlns: false })
  private ready: (MarcRecord | RecordFault)[] = []
  private record: { leader: string; fields: string[][] } | null = null
  private field: string[] = []
  private text = ''

  constructor() {
    const { parser } = this
    parser.on('opentag', ({ name, attributes }) => {
      this.text = ''
      this.opened(localName(name), attributes)
    })
    parser.on('text', (piece) => {
      this.text += piece.slice(0, LONGEST_VALUE - this.text.length)
    })
    parser.on('closetag', ({ name }) => {
      this.closed(localName(name))
    })
    parser.on('error', (error) => {
      throw error
    })
  }

  /** @returns the records that end in this piece */
  read(piece: string): (MarcRecord | RecordFault)[] {
    return this.during(() => this.parser.write(piece))
  }

  end(): (MarcRecord | RecordFault)[] {
    return this.during(() => this.parser.close())
  }

  private during(work: () => unknown): (MarcRecord | RecordFault)[] {
    try {
      work()
    } catch (error) {
      this.ready.push({ field: null, code: 'xml-breaks-off', facts: { where: error instanceof Error ? error.message : String(error) } })
    }
    return this.ready.splice(0)
  }

  private opened(name: string, attributes: Record<string, string>): void {
    const { tag = '', ind1 = ' ', ind2 = ' ', code = '' } = attributes
    if (name === 'record') this.record = { leader: '', fields: [] }
    else if (name === 'controlfield') this.field = [tag]
    else if (name === 'datafield') this.field = [tag, ind1 + ind2]
    else if (name === 'subfield') this.field.push(code)
  }

  private closed(name: string): void {
    const { record, field, text } = this
    if (name === 'controlfield' || name === 'subfield') field.push(text)
    if (record === null) return
    if (name === 'leader') record.leader = text
    else if (name === 'controlfield' || name === 'datafield') {
      if (record.fields.length < MOST_FIELDS) record.fields.push(field)
    } else if (name === 'record') {
      this.ready.push(record.leader.length === 24 ? record : { field: null, code: 'no-xml-leader', facts: {} })
      this.record = null
    }
  }
}

/** What ISO 2709 could hold of a field and of a record: XML has no bounds of its own. */
const LONGEST_VALUE = 9999
const MOST_FIELDS = 8000

const localName = (name: string): string => name.replace(/^.*:/, '')
