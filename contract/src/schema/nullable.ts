/** A value of this type, or null. By itself, so that pages can read the schemas without the validator. */
export const nullable = <const T extends string>(type: T) => ({ type: [type, 'null'] }) as const
