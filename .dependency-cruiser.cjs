/** The import rules of docs/architecture.md. Each folder lists what it may use of the others. */
const mayUse = {
  core: [],
  contract: ['core'],
  db: ['core'],
  server: ['contract', 'core', 'db'],
  ui: ['contract', 'core/schema', 'core/text'],
  studio: ['contract', 'core', 'ui', 'visitor'],
  visitor: ['contract', 'core', 'ui'],
  cli: ['core'],
};
const folders = [
  'core',
  'contract',
  'db',
  'server',
  'ui',
  'studio',
  'visitor',
  'app',
  'cli',
  'standins',
  'demo',
  'tests',
];

module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'nothing-imports-app',
      severity: 'error',
      from: { pathNot: '^(app|tests/server)/' },
      to: { path: '^app/' },
    },
    {
      name: 'core-is-pure',
      comment: 'The core decides; it knows no interface, database, network or clock.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev'],
        pathNot:
          'node_modules/(@sinclair/typebox|@internationalized/date|@noble/hashes|(@types/)?culori|css-tree|exceljs|fast-xml-parser|fflate|ajv|jsonc-parser|jstat|libphonenumber-js|papaparse|simple-statistics)/',
      },
    },
    {
      name: 'visitor-stays-light',
      comment: 'Editors and component libraries never reach the browser of somebody taking a quiz.',
      severity: 'error',
      from: { path: '^visitor/' },
      to: { path: 'node_modules/(react-aria|@tiptap|zustand|ajv|lucide-react|@sinclair)' },
    },
    {
      name: 'contracts-are-types-in-browsers',
      comment: 'A browser takes their types and the one function that calls; the schemas stay on the server.',
      severity: 'error',
      from: { path: '^(studio|visitor|ui)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^contract/', pathNot: '^contract/call\\.ts$', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'tabs-apart',
      comment: 'What two tabs of the studio need stands in studio/shared.',
      severity: 'error',
      from: { path: '^studio/(write|score|route|mail|publish|findings)/' },
      to: {
        path: '^studio/(write|score|route|mail|publish|findings)/',
        pathNot: '^studio/$1/',
      },
    },
    ...Object.entries(mayUse).map(([folder, allowed]) => ({
      name: `${folder}-imports`,
      severity: 'error',
      from: { path: `^${folder}/`, pathNot: '\\.test\\.tsx?$' },
      to: {
        path: folders.filter((other) => other !== folder).map((other) => `^${other}/`),
        pathNot: allowed.map((other) => `^${other}/`),
      },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^\\.(next|data)' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
  },
};
