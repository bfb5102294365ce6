/** What a broken rule of a schema would have had, in words that somebody who writes the file understands. */
import type { Violation } from '@catalex/contract/schema'

const TYPES: Record<string, string> = {
  string: 'a text',
  integer: 'a whole number',
  number: 'a number',
  boolean: 'true or false',
  array: 'a list',
  object: 'names with values, in braces',
  null: 'null',
}
const FORMATS: Record<string, string> = { date: 'a day, "2026-11-26"', 'date-time': 'a moment, "2026-11-26T09:00:00Z"' }

/** Of a bound the violation names the comparison first. */
const boundOf = (wanted: string): string => wanted.split(', ').at(-1) ?? wanted

/** Where the schema says it in words, `rule` is empty and the words are what was wanted. */
export function expectedInWords({ rule, wanted }: Pick<Violation, 'rule' | 'wanted'>): string {
  switch (rule) {
    case '':
      return wanted
    case 'type':
      return wanted
        .split(/,\s*/)
        .map((type) => TYPES[type] ?? type)
        .join(' or ')
    case 'format':
      return FORMATS[wanted] ?? wanted
    case 'enum':
      return `one of: ${wanted}`
    case 'required':
      return `${wanted} as well`
    case 'additionalProperties':
      return `nothing called ${wanted}`
    case 'minimum':
      return `at least ${boundOf(wanted)}`
    case 'maximum':
      return `at most ${boundOf(wanted)}`
    case 'minItems':
      return `a list of at least ${wanted}`
    case 'maxItems':
      return `a list of at most ${wanted}`
    case 'minLength':
      return `at least ${wanted} characters`
    case 'maxLength':
      return `at most ${wanted} characters`
    default:
      return [rule, wanted].filter(Boolean).join(' ')
  }
}
