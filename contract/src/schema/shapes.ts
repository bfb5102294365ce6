/** Small words for writing schemas: they keep literal types, so that types derive from what they make. */
import type { JSONSchema } from 'json-schema-to-ts'

export const text = { type: 'string' } as const
/** What something is called, or its code: it stands in lines and on buttons. */
export const name = { type: 'string', minLength: 1, maxLength: 200 } as const
export const whole = { type: 'integer' } as const
export const count = { type: 'integer', minimum: 0 } as const
export const flag = { type: 'boolean' } as const
export const date = { type: 'string', format: 'date' } as const
export const moment = { type: 'string', format: 'date-time' } as const

/** A value of this plain type, or null. */
export const nullable = <const T extends string>(type: T) => ({ type: [type, 'null'] }) as const

/** What the schema says, or null. */
export const orNull = <const S extends JSONSchema>(schema: S) => ({ anyOf: [schema, { type: 'null' }] }) as const

export const list = <const S extends JSONSchema>(items: S) => ({ type: 'array', items }) as const

export const oneOf = <const T extends readonly string[]>(values: T) => ({ enum: values }) as const

type Properties = Readonly<Record<string, JSONSchema>>

/** An object with exactly these properties. */
export const shape = <const P extends Properties>(properties: P) =>
  ({
    type: 'object',
    additionalProperties: false,
    // Names of properties, which Object.keys knows as mere strings.
    required: Object.keys(properties) as (keyof P & string)[],
    properties,
  }) as const

/** An object with these properties, of which some may be missing. */
export const looseShape = <const P extends Properties, const R extends readonly (keyof P & string)[]>(required: R, properties: P) =>
  ({ type: 'object', additionalProperties: false, required, properties }) as const
