/** The house rule: web -> contract -> core, server -> contract -> core, and core touches nothing outside itself. */
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      comment: 'core imports no other room, no Node module and no package that does I/O',
      severity: 'error',
      from: { path: '^core/src' },
      to: { pathNot: ['^core/src', 'node_modules/(luxon|isbn3|mnemonist|saxes|snowball-stemmers|@types/luxon)'] },
    },
    {
      name: 'core-tests-may-use-test-tools',
      severity: 'ignore',
      from: { path: '^core/src.*\\.test\\.ts$' },
      to: {},
    },
    { name: 'contract-knows-core-only', severity: 'error', from: { path: '^contract/src' }, to: { path: '^(server|web|demo|bench|e2e)/' } },
    { name: 'web-never-server', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|demo|bench|e2e)/' } },
    {
      name: 'web-asks-the-server-to-search',
      comment: 'the index and the reading of MARC stay out of the browser; tests may make what they need',
      severity: 'error',
      from: { path: '^web/src' },
      to: { path: '^core/src/(search|catalogue/marc)/' },
    },
    {
      name: 'web-shared-knows-no-screen',
      comment: 'what all screens use knows none of them',
      severity: 'error',
      from: { path: '^web/src/(shared|ui)/' },
      to: { path: '^web/src/(app|browse|card|holds|routes|search|title)/' },
    },
    {
      name: 'web-screens-know-no-frame',
      severity: 'error',
      from: { path: '^web/src/(?!app/|main)', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^web/src/app/' },
    },
    { name: 'server-never-web', severity: 'error', from: { path: '^server/src' }, to: { path: '^(web|demo|bench|e2e)/' } },
    { name: 'demo-never-server', severity: 'error', from: { path: '^demo/src' }, to: { path: '^(server|web|bench|e2e)/' } },
    {
      name: 'server-rooms-by-their-door',
      comment: 'a server room is entered through its index.ts',
      severity: 'error',
      from: { path: '^server/src/([^/]+)/' },
      to: { path: '^server/src/([^/]+)/(?!index\\.ts)', pathNot: '^server/src/$1/' },
    },
    {
      name: 'core-rooms-by-their-door',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/' },
      to: { path: '^core/src/([^/]+)/(?!(index|sample)\\.ts)', pathNot: '^core/src/$1/' },
    },
    { name: 'samples-for-tests-alone', severity: 'error', from: { pathNot: '\\.test\\.tsx?$' }, to: { path: '/sample\\.ts$' } },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-lost-imports', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules/(?!luxon|isbn3|mnemonist|saxes|snowball-stemmers))' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      conditionNames: ['source', 'import', 'require', 'node', 'default'],
      exportsFields: ['exports'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json'],
    },
    tsConfig: { fileName: 'tsconfig.base.json' },
  },
}
