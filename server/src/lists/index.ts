/** What readers gather: a satchel each, and their lists. */
export { changeList, listOf, listsOf, makeList, sharedList, shareList, throwAwayList } from './lists.ts'
export { changeSatchel, satchelOf } from './satchel.ts'
