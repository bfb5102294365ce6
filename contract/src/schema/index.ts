/** Schemas give the types (json-schema-to-ts) and check at run time (Ajv): one source for both. */
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv'
import addFormats from 'ajv-formats'
import type { FromSchema, JSONSchema } from 'json-schema-to-ts'

export type { FromSchema, JSONSchema }

/** What is wrong in one place of a value, as JSON Schema names it. */
export interface Violation {
  /** Path to the place, "holds.0.pickup"; empty for the value itself. */
  at: string
  /** Keyword that it breaks. */
  rule: string
  /** What the keyword asks for: a type, a bound, the names allowed. */
  wanted: string
}

export class Invalid extends Error {
  constructor(readonly violations: readonly Violation[]) {
    super(violations.map(({ at, rule, wanted }) => [at || 'value', rule, wanted].filter(Boolean).join(' ')).join('; '))
    this.name = 'Invalid'
  }
}

/** Checks values against schemas; each checker compiles a schema for itself, since what one converts another must not. */
class Checker {
  private readonly ajv: Ajv
  private readonly compiled = new WeakMap<object, ValidateFunction>()

  constructor(options: { coerceTypes?: 'array'; useDefaults?: boolean; allErrors?: boolean; verbose?: boolean }) {
    this.ajv = new Ajv({ strict: true, allowUnionTypes: true, ...options })
    addFormats.default(this.ajv)
  }

  check(schema: JSONSchema, value: unknown): void {
    // A schema that is a mere true or false allows or refuses everything; none of ours is.
    const key = schema as object
    const validate = this.compiled.get(key) ?? this.ajv.compile(key)
    this.compiled.set(key, validate)
    if (!validate(value)) throw new Invalid((validate.errors ?? []).map(violationFrom))
  }
}

const data = new Checker({})
/** Query strings carry text only: numbers and lists are made of it. */
const queries = new Checker({ coerceTypes: 'array', useDefaults: true })

/** For files, in which every fault is wanted at once. */
const files = new Checker({ allErrors: true, verbose: true })

/** All that is wrong with a value; nothing where it fits. */
export function violationsOf(schema: JSONSchema, value: unknown): Violation[] {
  try {
    files.check(schema, value)
    return []
  } catch (error) {
    if (error instanceof Invalid) return [...error.violations]
    throw error
  }
}

/**
 * @typeParam T the type that derives from the schema
 * @returns the value, typed
 * @throws Invalid with the first thing that is wrong
 */
export function checked<T>(schema: JSONSchema, value: unknown): T {
  data.check(schema, value)
  return value as T
}

/** As `checked`, for the parameters of a query string, which it converts and completes in place. */
export function checkedQuery<T>(schema: JSONSchema, value: unknown): T {
  queries.check(schema, value)
  return value as T
}

/** Where the schema is at hand, what it says in words stands for a pattern. */
function violationFrom({ instancePath, keyword, params, parentSchema }: ErrorObject): Violation {
  const wanted = Object.values(params as Record<string, unknown>).flat()
  const at = instancePath.slice(1, LONGEST_NAMED).replaceAll('/', '.')
  const words: unknown = keyword === 'pattern' ? parentSchema?.description : undefined
  if (typeof words === 'string') return { at, rule: '', wanted: words.slice(0, LONGEST_NAMED) }
  return { at, rule: keyword, wanted: wanted.slice(0, MOST_NAMED).map(String).join(', ').slice(0, LONGEST_NAMED) }
}

/** Of a long list of allowed values, these many are named. */
const MOST_NAMED = 20
/** What is named may be a name that the client made up. */
const LONGEST_NAMED = 500
