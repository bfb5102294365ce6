/** What the API says: made of rows of the database and answers of the search engine. */
export { explainedCallNumber } from './callNumber.ts'
export { cardOf, holdById } from './card.ts'
export { marcView } from './marcView.ts'
export { headOf } from './pageHead.ts'
export { presentRows, type Viewing } from './rows.ts'
export { titleSeries } from './series.ts'
export { titleCopies, titlePage, titleVolumes, type TitleQuestion, type WhichCopies } from './titlePage.ts'
export { neighboursOf } from './neighbours.ts'
