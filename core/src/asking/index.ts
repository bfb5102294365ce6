/** How a search is asked: light enough for a page to carry; the engine is in search/. */
export * from './builder.ts'
export * from './vocabulary.ts'
