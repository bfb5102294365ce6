export * from './copy.ts'
export { piecesOf, wholes } from './sets.ts'
