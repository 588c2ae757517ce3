/** One direction: routes -> lib -> core, never back, never in a circle. */
module.exports = {
  forbidden: [
    {
      name: 'solve-knows-no-machine',
      comment: 'The optimiser knows actions by name, and nothing of what they are.',
      severity: 'error',
      from: { path: '^src/core/(solve|ids)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(?!solve/|ids/)' }
    },
    {
      name: 'language-knows-no-trade',
      comment: 'Catalogues and how they are spoken, and nothing of what is said.',
      severity: 'error',
      from: { path: '^src/core/language/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(?!language/)' }
    },
    {
      name: 'words-know-what-they-name',
      comment:
        'Sentences are made of facts that are handed in: the room of words reads machines, and runs no rule of plans or runs.',
      severity: 'error',
      from: { path: '^src/core/words/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(?!words/|language/|ids/|machine/|fasteners/|access/|goals/|cables/|solve/)' }
    },
    { name: 'no-circles', severity: 'error', from: { path: '^(src|scripts|demo|db)' }, to: { circular: true } },
    {
      name: 'no-unresolved',
      comment: 'An import that cannot be followed could break any rule unseen.',
      severity: 'error',
      from: { path: '^src' },
      to: { couldNotResolve: true, pathNot: '^\\$app/|^\\$service-worker$|^\\./\\$types$' }
    },
    {
      name: 'core-stands-alone',
      comment: 'The core computes: no interface, database or network.',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$|^src/core/testing' },
      to: {
        path: '^src/(lib|routes|workers)|node_modules/(?!zod/|canonicalize/|jsonc-parser/|@noble/hashes/|clipper2-ts/|flatbush/|flatqueue/|papaparse/|date-fns/|@date-fns/tz/|@date-fns/utc/|lru-cache/|intl-messageformat/|ts-fsrs/)'
      }
    },
    {
      name: 'lib-does-not-know-the-screens',
      severity: 'error',
      from: { path: '^src/lib' },
      to: { path: '^src/routes' }
    },
    {
      name: 'the-interface-stays-off-the-server',
      severity: 'error',
      from: { path: '^src/lib/(ui|offline)' },
      to: { path: '^src/lib/server' }
    },
    {
      name: 'narrow-faces',
      comment: 'Outside a core folder only its index.ts may be named.',
      severity: 'error',
      from: { path: '^src/(lib|routes|workers)', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '^src/core/[^/]+/(?!index\\.ts)' }
    },
    {
      name: 'testing-for-tests',
      comment: 'What tests share (folders named testing) is for tests alone.',
      severity: 'error',
      from: { path: '^src/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '/testing/' }
    },
    {
      name: 'the-check-stands-alone',
      comment: 'What checks a plan shares no code with what makes it, but for the reader of the machine file.',
      severity: 'error',
      from: { path: '^src/core/check/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(?!check/|machine/)', dependencyTypesNot: ['type-only'] }
    },
    {
      name: 'narrow-faces-inside',
      severity: 'error',
      from: { path: '^src/core/([^/]+)/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '^src/core/[^/]+/(?!index\\.ts)', pathNot: '^src/core/$1/' }
    }
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: '.dependency-cruiser.tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'svelte', 'default', 'types'] }
  }
};
