/** Imports go one way: app -> features -> services -> data; everything may use core, core uses nothing of ours. */
const only = (name, from, allowed, comment) => ({
  name,
  comment,
  severity: 'error',
  from: { path: `^src/${from}/` },
  to: { path: '^src/', pathNot: `^src/(${allowed})/` },
});

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      comment: 'A circle has no beginning to understand it from.',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-circular-folders',
      scope: 'folder',
      severity: 'error',
      comment: 'A folder is a concept; two that need each other are one, or a third.',
      from: { path: '^src/(core|services|features)/' },
      to: { circular: true },
    },
    {
      name: 'words-on-top',
      severity: 'error',
      comment: 'The core gives data; sentences are made on top of it, and where it is written for the outside.',
      from: { path: '^src/core/', pathNot: '^src/core/(words|exchange)/' },
      to: { path: '^src/core/words/' },
    },
    only('core-stands-alone', 'core', 'core', 'The core runs anywhere, so it knows nothing of us outside itself.'),
    {
      name: 'core-is-pure',
      comment:
        'No React, Next, database or Node in the core: only a validator, parsers, colours, fonts and equality that run in browsers.',
      severity: 'error',
      from: { path: '^src/core/' },
      to: {
        path: '(^|/)node_modules/',
        pathNot:
          'node_modules/(zod|papaparse|jsonc-parser|culori|dequal|opentype.js|@types/(papaparse|culori|opentype.js)|@lezer/(lr|common))/',
      },
    },
    {
      name: 'core-uses-no-node',
      severity: 'error',
      comment: 'The core runs in browsers.',
      from: { path: '^src/core/' },
      to: { dependencyTypes: ['core'] },
    },
    only('data-knows-core', 'data', 'data|core', 'Storage knows what it stores.'),
    only('services-know-data', 'services', 'services|data|core', 'Use cases know storage and the core, no screens.'),
    only('http-knows-services', 'http', 'http|services|core', 'HTTP is a way to reach the services.'),
    {
      name: 'manager-passes-the-gate',
      comment: 'Whatever is the manager’s is answered by whoever may: services are had from the gate alone.',
      severity: 'error',
      from: { path: '^src/app/(\\(draft\\)/manage|manage|api/manage)/' },
      to: { path: '^src/services/process\\.ts$' },
    },
    only('ui-knows-core', 'ui', 'ui|core', 'Shared components know no feature.'),
    {
      ...only(
        'features-know-types-of-services',
        'features',
        'features|ui|core',
        'Screens run in browsers: of the services they take types only.',
      ),
      to: { path: '^src/(services|data|http|app|cli)/', dependencyTypesNot: ['type-only'] },
    },
    ...Object.entries({ kit: 'kit', editors: 'kit|editors', manage: 'kit|editors|manage', shop: 'kit|shop' }).map(
      ([room, rooms]) => ({
        name: `${room}-in-its-room`,
        comment: 'Screens are put together of the kit and of editors; the shop knows nothing of the manager’s side.',
        severity: 'error',
        from: { path: `^src/features/${room}/` },
        to: { path: '^src/features/', pathNot: `^src/features/(${rooms})/` },
      }),
    ),
    ...[
      {
        name: 'past-no-index-of-features',
        from: { path: '^src/features/([^/]+/[^/]+)/' },
        pathNot: '^src/features/$1/',
      },
      { name: 'past-no-index-of-features-from-outside', from: { pathNot: '^src/features/' }, pathNot: '^$' },
    ].map(({ name, from, pathNot }) => ({
      name,
      comment: 'An index is the short list of what others may use; past it goes only what is loaded later.',
      severity: 'error',
      from,
      to: { path: '^src/features/[^/]+/[^/]+/(?!index\\.ts$)', pathNot, dynamic: false },
    })),
    ...['run', 'analysis'].map((room) => ({
      name: `past-no-index-of-${room}`,
      comment: 'An index is the short list of what others may use.',
      severity: 'error',
      from: { pathNot: `^src/core/${room}/` },
      to: { path: `^src/core/${room}/(?!index\\.ts$)` },
    })),
    only('cli-knows-services', 'cli', 'cli|services|data|core', 'The command line is another way to the services.'),
    {
      name: 'nobody-imports-routes',
      severity: 'error',
      comment: 'Routes are ends.',
      from: { pathNot: '^src/app/' },
      to: { path: '^src/app/' },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      comment: 'What nobody imports is dead.',
      from: { orphan: true, path: '^src/', pathNot: '(^src/app/|^src/cli/|^src/proxy\\.ts$|\\.d\\.ts$)' },
      to: {},
    },
    {
      name: 'resolvable',
      severity: 'error',
      comment: 'Every import leads somewhere.',
      from: {},
      to: { couldNotResolve: true },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Tests may reach anywhere, and what only they reach is dead.
    exclude: { path: '^src/data/migrations/|\\.test\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
