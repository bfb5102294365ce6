/** How a search is asked: the grammar of the box, CQL, the builder, numbers, and the words in which it all is said. */
export * from './builder.ts'
export * from './codec.ts'
export * from './question.ts'
export { CQL_FAULTS, CqlError, isCql, parseCql } from './cql.ts'
export { hintIn, type NamedPlace } from './hints.ts'
export { identifiersIn, misprintIn } from './identifier.ts'
export { parseQuery, type QueryNode } from './parse.ts'
export * from './vocabulary.ts'
