/** Schemas give the types (json-schema-to-ts) and check at run time (Ajv): one source for both. */
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv'
import addFormats from 'ajv-formats'
import type { FromSchema, JSONSchema } from 'json-schema-to-ts'

export type { FromSchema, JSONSchema }

const forData = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true })
/** Query strings carry text only: numbers and lists are made of it. */
const forQueries = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true, coerceTypes: 'array', useDefaults: true })
addFormats.default(forData)
addFormats.default(forQueries)

const compiled = new WeakMap<object, ValidateFunction>()

export class Invalid extends Error {
  constructor(readonly errors: readonly string[]) {
    super(errors.join('; '))
    this.name = 'Invalid'
  }
}

/**
 * @typeParam T the type that derives from the schema
 * @returns the value, typed
 * @throws Invalid with one plain line for each thing that is wrong
 */
export function checked<T>(schema: JSONSchema, value: unknown): T {
  return check(forData, schema, value) as T
}

/** As `checked`, for the parameters of a query string, which it converts and completes in place. */
export function checkedQuery<T>(schema: JSONSchema, value: unknown): T {
  return check(forQueries, schema, value) as T
}

function check(ajv: Ajv, schema: JSONSchema, value: unknown): unknown {
  const key = schema as object
  const validate = compiled.get(key) ?? ajv.compile(key)
  compiled.set(key, validate)
  if (!validate(value)) throw new Invalid((validate.errors ?? []).map(inWords))
  return value
}

function inWords(error: ErrorObject): string {
  const where = error.instancePath.slice(1).replaceAll('/', '.')
  const extra = error.params as { additionalProperty?: string; allowedValues?: unknown[] }
  const detail = extra.additionalProperty
    ? ` (${extra.additionalProperty})`
    : extra.allowedValues
      ? ` (${extra.allowedValues.join(', ')})`
      : ''
  return `${where || 'value'} ${error.message ?? 'is wrong'}${detail}`
}
