/** Arrows are the only imports allowed (ARCHITECTURE.md). */
const only = (from, to, comment) => ({
  name: `${from}-may-import`,
  comment,
  severity: 'error',
  from: { path: `^packages/${from}/src` },
  to: { path: '^packages/', pathNot: [`^packages/${from}/`, ...to.map((name) => `^packages/${name}/src`)] },
})

const order = [
  'stats',
  'vocabulary',
  'units',
  'time',
  'sky',
  'water',
  'weather',
  'season',
  'presentation',
  'conditions',
  'effort',
  'query',
  'analyses',
  'sync',
  'deck',
  'advice',
  'patterns',
  'places',
  'shorthand',
  'formats',
]

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    only('core', [], 'the heart knows nothing outside'),
    only('contract', ['core'], 'what crosses the wire rests on core'),
    only('server', ['contract', 'core'], 'the server knows contract and core'),
    only('web', ['contract', 'core'], 'the pages know contract and core'),
    only('cli', ['contract', 'core', 'server'], 'the command knows the server for import and export'),
    only('simulators', ['core'], 'stand-ins for outside devices know only the heart'),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: ['\\.test\\.ts$', '^packages/core/src/test/'] },
      to: { dependencyTypes: ['core'] },
    },
    ...order
      .slice(0, -1)
      .map((folder) => ({
        name: `core-flows-one-way-into-${folder}`,
        severity: 'error',
        from: { path: `^packages/core/src/${folder}/`, pathNot: '\\.test\\.ts$' },
        to: {
          path: `^packages/core/src/(${order.slice(order.indexOf(folder) + 1).join('|')})/`,
          pathNot: '^packages/core/src/units/',
        },
      })),
    {
      name: 'features-keep-to-themselves',
      comment: 'a feature of the pages reaches another only through its index',
      severity: 'error',
      from: { path: '^packages/web/src/features/([^/]+)/' },
      to: {
        path: '^packages/web/src/features/([^/]+)/',
        pathNot: ['^packages/web/src/features/$1/', '/index\\.tsx?$'],
      },
    },
    {
      name: 'pages-under-app',
      comment: 'app stands above features, and those above state and ui',
      severity: 'error',
      from: { path: '^packages/web/src/(features|state|ui|charts|offline|workers)/' },
      to: { path: '^packages/web/src/app/' },
    },
    {
      name: 'state-and-ui-under-features',
      severity: 'error',
      from: { path: '^packages/web/src/(state|ui)/' },
      to: { path: '^packages/web/src/features/' },
    },
    {
      name: 'state-shows-nothing',
      severity: 'error',
      from: { path: '^packages/web/src/state/' },
      to: { path: '^packages/web/src/(ui|charts)/' },
    },
    {
      name: 'charts-only-draw',
      severity: 'error',
      from: { path: '^packages/web/src/charts/' },
      to: { path: '^packages/web/src/(features|offline|workers)/' },
    },
    {
      name: 'server-app-above-features-above-platform',
      severity: 'error',
      from: { path: '^packages/server/src/platform/', pathNot: '\\.test\\.ts$' },
      to: { path: '^packages/server/src/(app|features)/' },
    },
    {
      name: 'server-features-under-app',
      severity: 'error',
      from: { path: '^packages/server/src/features/', pathNot: '\\.test\\.ts$' },
      to: { path: '^packages/server/src/app/' },
    },
    {
      name: 'sql-in-repositories',
      comment: 'routes and services do not speak SQL',
      severity: 'error',
      from: { path: '^packages/server/src/features/', pathNot: '(epository|\\.test)\\.ts$' },
      to: { path: 'node_modules/(drizzle-orm|pg)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|migrations)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
  },
}
