/** Direction of knowledge: routes → ui, server → core; the core knows nobody, and its rooms stand in order. */
const ORDER = [
  'units',
  'air',
  'drying',
  'quality',
  'coating',
  'kitchen',
  'labels',
  'hanging',
  'takeoff',
  'planning',
  'bench',
  'evening',
  'durability',
  'job-plan',
  'offer',
  'formats',
];

const inside = ORDER.slice(0, -1).map((room, i) => ({
  name: `core-${room}-knows-only-what-is-below`,
  severity: 'error',
  from: { path: `^src/lib/core/${room}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^src/lib/core/(${ORDER.slice(i + 1).join('|')})/` },
}));

/** The bench has an order inside: what is, what may be, what is recorded, how that is folded, what is shown, on which page. */
const BENCH = ['state', 'guard', 'facts', 'log', 'view', 'pages'];

const bench = BENCH.slice(0, -1).map((folder, i) => ({
  name: `bench-${folder}-knows-only-what-is-before`,
  severity: 'error',
  from: { path: `^src/lib/core/bench/${folder}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^src/lib/core/bench/(${BENCH.slice(i + 1).join('|')})/` },
}));

/** Services stand by station, in the order of a job. */
const STATIONS = [
  'company',
  'systems',
  'air',
  'job',
  'survey',
  'take-down',
  'take-off',
  'bench',
  'plan',
  'offer',
  'lasting',
  'across',
  'customer',
];

const stations = STATIONS.slice(0, -1).map((station, i) => ({
  name: `services-of-${station}-know-only-what-is-before`,
  severity: 'error',
  from: { path: `^src/lib/server/services/${station}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^src/lib/server/services/(${STATIONS.slice(i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: '^src/lib/core/' },
      to: { path: '^src/(lib/(server|ui|workers)|routes)/' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/lib/core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '(node_modules/(svelte|@sveltejs|better-sqlite3|carbon-components-svelte)/|^node:|^(fs|path|os|http)$)',
      },
    },
    {
      name: 'ui-has-no-server',
      severity: 'error',
      from: { path: '^src/lib/ui/' },
      to: { path: '^src/lib/server/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'workers-know-the-core-alone',
      severity: 'error',
      from: { path: '^src/lib/workers/' },
      to: { path: '^src/(lib/(server|ui)|routes)/' },
    },
    {
      name: 'server-has-no-ui',
      severity: 'error',
      from: { path: '^src/lib/server/' },
      to: { path: '^src/(lib/ui|routes)/' },
    },
    {
      name: 'stand-ins-are-chosen-by-the-ports',
      severity: 'error',
      from: {
        path: '^src/',
        pathNot: [
          '^src/lib/server/(standins|demo)/',
          '^src/lib/server/devices/devices\\.ts$',
          '\\.test\\.ts$',
        ],
      },
      to: { path: '^src/lib/server/standins/' },
    },
    {
      name: 'pages-speak-no-sql',
      severity: 'error',
      from: { path: '^src/(routes|lib/ui)/' },
      to: { path: '(node_modules/better-sqlite3/|^src/lib/server/db/)' },
    },
    {
      name: 'store-holds-only-sql',
      severity: 'error',
      from: { path: '^src/lib/server/store/' },
      to: { path: '^src/lib/server/services/' },
    },
    {
      name: 'requests-do-not-plan',
      comment: 'What plans runs in the planning threads: pages and services ask those.',
      severity: 'error',
      from: {
        path: '^src/(routes|hooks|lib/(ui|server))',
        pathNot: '\\.test\\.ts$|^src/lib/server/threads/(planner-thread|pool)\\.ts$',
      },
      to: {
        path: '^src/lib/core/(planning/(search/(solve|solve-by-learning|construct|improve|pull-together|spare-people|explain-infeasibility)|job/(plan-job|together|keep-fresh))|job-plan/(make-plan|trades|back-by|settle-choice|settle-rework|keep-times|new-kitchen|all-jobs|comes-to|tasks))\\.ts$',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      from: {},
      to: {
        couldNotResolve: true,
        pathNot: '^\\$(app|env)/|^\\$service-worker$|\\?worker$|\\$types$|^pdfmake/interfaces$',
      },
    },
    ...inside,
    ...bench,
    ...stations,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    webpackConfig: { fileName: '.dependency-cruiser.aliases.cjs' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.js', '.svelte', '.css', '.json'],
      conditionNames: ['svelte', 'import', 'node', 'default'],
      exportsFields: ['exports'],
    },
  },
};
