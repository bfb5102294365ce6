/** Method and path of every endpoint, once; light, so that pages can carry it. */
export const PATHS = {
  health: { method: 'get', path: '/api/health' },
  places: { method: 'get', path: '/api/places' },
  search: { method: 'get', path: '/api/search' },
  count: { method: 'get', path: '/api/search/count' },
  facetValues: { method: 'get', path: '/api/search/values' },
  browse: { method: 'get', path: '/api/headings' },
  suggest: { method: 'get', path: '/api/suggestions' },
  title: { method: 'get', path: '/api/titles/:controlNumber' },
  record: { method: 'get', path: '/api/titles/:controlNumber/record' },
  series: { method: 'get', path: '/api/titles/:controlNumber/series' },
  volumes: { method: 'get', path: '/api/titles/:controlNumber/volumes' },
  copies: { method: 'get', path: '/api/titles/:controlNumber/copies' },
  neighbours: { method: 'get', path: '/api/neighbours' },
  callNumber: { method: 'get', path: '/api/copies/:barcode/call-number' },
  session: { method: 'get', path: '/api/session' },
  signIn: { method: 'post', path: '/api/session' },
  signOut: { method: 'delete', path: '/api/session' },
  signOutEverywhere: { method: 'delete', path: '/api/sessions' },
  sampleCards: { method: 'get', path: '/api/demo/cards' },
  card: { method: 'get', path: '/api/card' },
  holdOptions: { method: 'get', path: '/api/hold-options' },
  placeHold: { method: 'post', path: '/api/holds' },
  sendMessage: { method: 'post', path: '/api/messages' },
  cancelHold: { method: 'delete', path: '/api/holds/:id' },
} as const

export type EndpointName = keyof typeof PATHS
