/** What readers gather: a satchel each, and their lists. */
export { changeList, listOf, listsOf, makeList, sharedList, shareList, deleteList } from './lists.ts'
export { loadLists } from './loading.ts'
export { removeSearch, keepSearch, noteSearchSeen, searchesOf } from './searches.ts'
export { changeSatchel, satchelOf } from './satchel.ts'
