/** What the API says: made of rows of the database and answers of the search engine. */
export { cardOf, holdById } from './card.ts'
export { presentRows } from './rows.ts'
export { titlePage } from './titlePage.ts'
