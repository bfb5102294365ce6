/** A request of SRU 1.1, 1.2 or 2.0, read from its parameters. */
import { MOST_CHARACTERS } from '@catalex/core/query'
import { SruProblem } from './diagnostics.ts'

export const SCHEMAS = { marcxml: 'info:srw/schema/1/marcxml-v1.1', dc: 'info:srw/schema/1/dc-v1.1' } as const
export type Schema = keyof typeof SCHEMAS

export interface SearchRetrieve {
  operation: 'searchRetrieve'
  version: Version
  query: string
  /** From 1. */
  startRecord: number
  maximumRecords: number
  schema: Schema
  /** Records as text inside the answer instead of as its elements. */
  asText: boolean
}

export interface Explain {
  operation: 'explain'
  version: Version
}

export type Version = '1.1' | '1.2' | '2.0'

export const MOST_RECORDS = 100
const USUAL_RECORDS = 10
/** Whoever wants more than these takes an export. */
const LAST_RECORD = 100_000

const KNOWN = new Set(['operation', 'version', 'query', 'queryType', 'startRecord', 'maximumRecords', 'recordSchema', 'recordPacking', 'recordXMLEscaping', 'httpAccept', 'stylesheet', 'renderedBy', 'resultSetTTL', 'sortKeys']) // prettier-ignore

const refuse = (number: number, details: string): never => {
  throw new SruProblem({ number, details })
}

/** In 2.0 no version is named, and a query says by itself that something is sought. */
export function versionOf(parameters: URLSearchParams): Version {
  const named = parameters.get('version')
  if (named === null) return parameters.has('operation') && !parameters.has('queryType') ? '1.2' : '2.0'
  return named === '1.1' || named === '1.2' || named === '2.0' ? named : refuse(5, '1.2, 2.0')
}

/** @throws SruProblem */
export function readRequest(parameters: URLSearchParams): SearchRetrieve | Explain {
  const version = versionOf(parameters)
  const operation = parameters.get('operation') ?? (parameters.has('query') ? 'searchRetrieve' : 'explain')
  if (operation === 'explain') return { operation, version }
  if (operation !== 'searchRetrieve') return refuse(4, operation)
  for (const name of parameters.keys()) if (!KNOWN.has(name) && !name.startsWith('x-')) refuse(8, name.slice(0, 100))
  if (parameters.has('sortKeys')) refuse(80, 'sortKeys; use sortBy in the query')
  const type = parameters.get('queryType')
  if (type !== null && type !== 'cql') refuse(6, 'queryType')
  const query = parameters.get('query') ?? ''
  if (query.trim() === '') refuse(7, 'query')
  if (query.length > MOST_CHARACTERS) refuse(12, String(MOST_CHARACTERS))
  const startRecord = numberIn(parameters, 'startRecord', 1, 1)
  if (startRecord > LAST_RECORD) refuse(61, String(LAST_RECORD))
  return {
    operation,
    version,
    query,
    startRecord,
    maximumRecords: Math.min(numberIn(parameters, 'maximumRecords', USUAL_RECORDS, 0), MOST_RECORDS),
    schema: schemaIn(parameters),
    asText: asTextIn(parameters),
  }
}

function numberIn(parameters: URLSearchParams, name: string, usual: number, least: number): number {
  const text = parameters.get(name)
  if (text === null) return usual
  return /^\d{1,9}$/.test(text) && Number(text) >= least ? Number(text) : refuse(6, name)
}

function schemaIn(parameters: URLSearchParams): Schema {
  const asked = parameters.get('recordSchema')
  if (asked === null || asked === 'marcxml' || asked === SCHEMAS.marcxml) return 'marcxml'
  return asked === 'dc' || asked === SCHEMAS.dc ? 'dc' : refuse(66, asked.slice(0, 200))
}

function asTextIn(parameters: URLSearchParams): boolean {
  const asked = parameters.get('recordXMLEscaping') ?? parameters.get('recordPacking') ?? 'xml'
  if (asked === 'string') return true
  return asked === 'xml' || asked === 'packed' || asked === 'unpacked' ? false : refuse(71, asked.slice(0, 100))
}
