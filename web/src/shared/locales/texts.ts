/** The shape of the texts, from the English files: another language has the same names. */
import type appInitial from './en/initial/app.json'
import type branchesInitial from './en/initial/branches.json'
import type browseInitial from './en/initial/browse.json'
import type coursesInitial from './en/initial/courses.json'
import type displaysInitial from './en/initial/displays.json'
import type formatsInitial from './en/initial/formats.json'
import type refusalsInitial from './en/initial/refusals.json'
import type routesInitial from './en/initial/routes.json'
import type satchelInitial from './en/initial/satchel.json'
import type searchInitial from './en/initial/search.json'
import type appDeferred from './en/deferred/app.json'
import type backroomDeferred from './en/deferred/backroom.json'
import type branchesDeferred from './en/deferred/branches.json'
import type browseDeferred from './en/deferred/browse.json'
import type callnumberDeferred from './en/deferred/callnumber.json'
import type cardDeferred from './en/deferred/card.json'
import type citingDeferred from './en/deferred/citing.json'
import type coursesDeferred from './en/deferred/courses.json'
import type displaysDeferred from './en/deferred/displays.json'
import type helpDeferred from './en/deferred/help.json'
import type holdsDeferred from './en/deferred/holds.json'
import type joiningDeferred from './en/deferred/joining.json'
import type journalsDeferred from './en/deferred/journals.json'
import type listsDeferred from './en/deferred/lists.json'
import type messagesDeferred from './en/deferred/messages.json'
import type neighboursDeferred from './en/deferred/neighbours.json'
import type planDeferred from './en/deferred/plan.json'
import type relatedDeferred from './en/deferred/related.json'
import type requestsDeferred from './en/deferred/requests.json'
import type routesDeferred from './en/deferred/routes.json'
import type satchelDeferred from './en/deferred/satchel.json'
import type searchDeferred from './en/deferred/search.json'
import type seriesDeferred from './en/deferred/series.json'
import type shelfwalkDeferred from './en/deferred/shelfwalk.json'
import type signingInDeferred from './en/deferred/signingIn.json'
import type titleDeferred from './en/deferred/title.json'
import type waitingDeferred from './en/deferred/waiting.json'
import type captions from './en/captions.json'

/** What the first page says. */
export type InitialTexts = typeof appInitial &
  typeof branchesInitial &
  typeof browseInitial &
  typeof coursesInitial &
  typeof displaysInitial &
  typeof formatsInitial &
  typeof refusalsInitial &
  typeof routesInitial &
  typeof satchelInitial &
  typeof searchInitial

/** What comes with the page or dialog that says it. */
export type DeferredTexts = typeof appDeferred &
  typeof backroomDeferred &
  typeof branchesDeferred &
  typeof browseDeferred &
  typeof callnumberDeferred &
  typeof cardDeferred &
  typeof citingDeferred &
  typeof coursesDeferred &
  typeof displaysDeferred &
  typeof helpDeferred &
  typeof holdsDeferred &
  typeof joiningDeferred &
  typeof journalsDeferred &
  typeof listsDeferred &
  typeof messagesDeferred &
  typeof neighboursDeferred &
  typeof planDeferred &
  typeof relatedDeferred &
  typeof requestsDeferred &
  typeof routesDeferred &
  typeof satchelDeferred &
  typeof searchDeferred &
  typeof seriesDeferred &
  typeof shelfwalkDeferred &
  typeof signingInDeferred &
  typeof titleDeferred &
  typeof waitingDeferred

export type Captions = typeof captions
