export * from './copy.ts'
export { piecesOf, wholes, type Whole } from './sets.ts'
