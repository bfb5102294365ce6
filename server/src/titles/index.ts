/** Titles as readers see them. */
export { editionLine, inScope, nearestFirst, shelfPlaceOf, type Whose } from './editions.ts'
export { titlePage, type TitleQuestion } from './page.ts'
