/** The import table of docs/architecture: which folder may import which. */
const FOLDERS = ['core', 'words', 'contract', 'server', 'web', 'demo', 'bench', 'e2e'];
const MAY = {
  core: [],
  words: ['core'],
  contract: ['core'],
  server: ['core', 'words', 'contract'],
  web: ['core', 'words', 'contract'],
  demo: ['core', 'words', 'contract', 'server'],
  bench: FOLDERS,
  e2e: ['words', 'contract', 'demo'],
};

module.exports = {
  forbidden: [
    ...FOLDERS.filter((folder) => folder !== 'bench').map((folder) => ({
      name: `${folder}-imports`,
      severity: 'error',
      comment: `${folder}/ may import only ${['itself', ...MAY[folder]].join(', ')}`,
      from: { path: `^${folder}/` },
      to: { path: `^(${FOLDERS.join('|')})/`, pathNot: `^(${[folder, ...MAY[folder]].join('|')})/` },
    })),
    {
      name: 'core-packages',
      severity: 'error',
      comment: 'core/ imports nothing but small pure libraries',
      from: { path: '^core/', pathNot: '\\.test\\.ts$|^core/testing/' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot: 'node_modules/(@js-temporal/polyfill|@noble/hashes|d3-array|diff|ical\\.js)/',
      },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.json', '.css'] },
  },
};
