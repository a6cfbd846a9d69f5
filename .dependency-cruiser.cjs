/** The layers. A folder may use what its rule names, and nothing else of ours. */
const LAYERS = {
  core: [],
  store: ['core'],
  mail: ['core'],
  files: ['core'],
  caldav: ['core'],
  imap: ['mail', 'core'],
  reading: ['mail', 'core'],
  usecases: ['reading', 'files', 'caldav', 'imap', 'mail', 'store', 'core'],
  spelling: ['core'],
  api: ['core'],
  engine: ['usecases', 'core'],
  reader: ['reading', 'usecases', 'core'],
  server: ['api', 'usecases', 'core'],
  demo: ['usecases', 'core'],
  cli: ['usecases', 'core'],
  launcher: ['demo', 'usecases', 'core'],
  ui: ['api', 'core'],
  app: ['ui', 'api', 'usecases', 'spelling', 'core'],
};

const layerRules = Object.entries(LAYERS).map(([layer, allowed]) => ({
  name: `${layer}-uses-only-${allowed.join('-') || 'itself'}`,
  severity: 'error',
  from: { path: `^src/${layer}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^(src|postoffice|test)/', pathNot: `^src/(${[layer, ...allowed].join('|')})/` },
}));

module.exports = {
  forbidden: [
    ...layerRules,
    {
      name: 'the-post-office-imports-nothing-of-ours',
      severity: 'error',
      from: { path: '^postoffice/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/' },
    },
    {
      name: 'nobody-imports-the-post-office',
      severity: 'error',
      from: { path: '^src/' },
      to: { path: '^postoffice/' },
    },
    {
      name: 'the-core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'the-core-knows-no-interface-and-no-database',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { path: 'node_modules/(react|next|antd|better-sqlite3|drizzle-orm)/' },
    },
    {
      name: 'only-the-store-knows-sql',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/store/' },
      to: { path: 'node_modules/(better-sqlite3|drizzle-orm)/' },
    },
    {
      name: 'of-the-api-the-interface-takes-types-only',
      severity: 'error',
      from: { path: '^src/ui/' },
      to: { path: '^src/api/', pathNot: '^src/api/types\\.ts$' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, path: '^(src|postoffice)/', pathNot: '(\\.d\\.ts|\\.css|types\\.ts)$' },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
