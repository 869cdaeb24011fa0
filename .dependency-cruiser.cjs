/** What may build on what: no circles anywhere, and the directions of docs/architecture.md. */
const CORE = [
  'bytes', 'text', 'shapes', 'formats', 'names', 'findings', 'roster', 'brief', 'arrivals', 'folders', 'placing', 'learning',
  'checking', 'wording', 'reporting', 'rules', 'paper', 'packing',
]

/** What each folder of core may take from, itself and `bytes`, `text` and `shapes` aside. */
const BELOW = {
  bytes: [], text: [], shapes: [], paper: [], packing: ['formats'], formats: [], findings: ['formats', 'names'],
  names: ['formats'],
  roster: ['formats', 'names'],
  brief: ['findings', 'formats', 'names', 'roster'],
  arrivals: ['formats', 'names', 'roster'],
  folders: ['arrivals', 'brief', 'names', 'roster'],
  placing: ['arrivals', 'brief', 'folders', 'formats', 'names', 'roster'],
  learning: ['brief', 'formats', 'names', 'roster'],
  checking: ['arrivals', 'brief', 'findings', 'folders', 'formats', 'names', 'placing', 'roster'],
  wording: ['arrivals', 'brief', 'checking', 'findings', 'folders', 'formats', 'names', 'placing', 'roster'],
  reporting: ['arrivals', 'brief', 'checking', 'findings', 'formats', 'names', 'paper', 'roster', 'wording'],
  rules: ['folders', 'arrivals', 'brief', 'checking', 'findings', 'formats', 'names', 'placing', 'roster', 'wording'],
}

const upward = Object.entries(BELOW).map(([folder, below]) => {
  const allowed = [folder, 'bytes', 'text', 'shapes', ...below]
  return {
    name: `core-${folder}`, severity: 'error',
    comment: `core/${folder} builds on ${below.join(', ') || 'nothing'} and on bytes, text and shapes, on nothing above it`,
    from: { path: `^core/${folder}/`, pathNot: '\\.test\\.ts$' }, to: { path: `^core/(?:${CORE.filter(one => !allowed.includes(one)).join('|')})/` },
  }
})

module.exports = {
  forbidden: [
    {
      name: 'no-circle', severity: 'error', comment: 'two files that need each other are one, or a third is missing', from: {},
      to: { circular: true },
    },
    ...upward,
    {
      name: 'core-alone', severity: 'error',
      comment: 'judging a file takes nothing of the interface, the server or the command line', from: { path: '^core/' },
      to: { path: '^(?:app|server|cli|shared|demo|tests|stand-ins)/', pathNot: '^(?:demo|tests)/' },
    },
    {
      name: 'server-without-page', severity: 'error', comment: 'the server knows no page', from: { path: '^server/' },
      to: { path: '^(?:app|cli)/' },
    },
    {
      name: 'page-without-server', severity: 'error', comment: 'a page knows of the server only what shared/ says',
      from: { path: '^app/' }, to: { path: '^(?:server|cli)/' },
    },
    {
      name: 'routes-through-services', severity: 'error', comment: 'a route asks a service, never the database or a repository',
      from: { path: '^server/api/' }, to: { path: '^server/(?:database|jobs|queue)/' },
    },
    {
      name: 'services-without-routes', severity: 'error', comment: 'services know no route',
      from: { path: '^server/(?:services|database|jobs|queue)/' }, to: { path: '^server/(?:api|middleware)/' },
    },
    {
      name: 'services-below-jobs', severity: 'error', comment: 'jobs use services; services only ask the queue',
      from: { path: '^server/services/' }, to: { path: '^server/jobs/' },
    },
    {
      name: 'queue-below-services', severity: 'error', comment: 'the queue knows no use case', from: { path: '^server/queue/' },
      to: { path: '^server/(?:services|jobs)/' },
    },
    {
      name: 'database-below-services', severity: 'error', comment: 'repositories know no use case',
      from: { path: '^server/database/' }, to: { path: '^server/(?:services|jobs|queue)/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(?:node_modules|\\.nuxt|\\.output|\\.data|cli/dist)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.paths.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.vue', '.js', '.json'] },
  },
}
