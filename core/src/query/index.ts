/** How a search is asked: the grammar of the box, CQL, the builder, numbers, and the words in which it all is said. */
export * from './builder.ts'
export * from './codec.ts'
export * from './question.ts'
export { CQL_FAULTS, CqlError, isCql, parseCql, type CqlFault } from './cql.ts'
export { hintIn, type Hint, type NamedPlace } from './hints.ts'
export { identifiersIn, misprintIn, type IdentifierQuery } from './identifier.ts'
export { parseQuery, type ParsedQuery, type QueryNode, type QueryPart } from './parse.ts'
export * from './vocabulary.ts'
