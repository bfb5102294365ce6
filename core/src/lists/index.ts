/** Lists of titles that readers keep. */
export { changedList, MOST_IN_LIST, MOST_LABELS, MOST_LISTS, MOST_SEARCHES, LONGEST, type ListEntry, type TitleList } from './list.ts'
export { matchOf, type Standing } from './matching.ts'
