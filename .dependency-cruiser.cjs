// The house: imports point one way. views → ui, methods, field, book, contract → core; server → book, contract → core;
// core → nothing.
// tests, and what only tests share
const TESTS = '(\\.test\\.tsx?|/test-[\\w-]+\\.tsx?)$';
const rule = (name, from, to, why) => ({ name, severity: 'error', comment: why, from: { path: from, pathNot: TESTS }, to });
const topic = (name, allowed) =>
  rule(
    `core-${name}`,
    `^core/src/${name}/`,
    { path: '^core/src/', pathNot: `^core/src/(${[name, 'units', ...allowed].join('|')})/` },
    `${name} may use ${['units', ...allowed].join(', ')}`,
  );

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      comment: 'a circle has no bottom',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'resolvable',
      severity: 'error',
      comment: 'an import that leads nowhere',
      from: {},
      to: { couldNotResolve: true, pathNot: '^astro:' },
    },
    rule(
      'core-alone',
      '^core/src',
      { pathNot: '^(core/src|node_modules/(geographiclib-geodesic|geomagnetism|jstat|ml-levenberg-marquardt|ml-matrix|proj4))/' },
      'the core knows itself and numeric libraries',
    ),
    rule('demo-on-core', '^demo/src', { path: '^web/' }, 'the demo knows the core alone'),
    rule('contract-on-core', '^web/src/contract', { path: '^web/src/(?!contract/)' }, 'the contract knows the core alone'),
    rule('book-side', '^web/src/book', { path: '^web/src/(?!(book|contract)/)' }, 'what records mean knows contract and core'),
    rule('derivation-side', '^web/src/derivation', { path: '^web/src/(?!(derivation|book|contract)/)' }, 'the engine knows no database'),
    rule('server-side', '^web/src/server', { path: '^web/src/(views|ui|methods|field|pages)' }, 'the server knows book, contract and core'),
    rule(
      'field-side',
      '^web/src/field',
      { path: '^web/src/(views|ui|methods|server|pages)' },
      'the local store knows book, contract and core',
    ),
    rule('methods-side', '^web/src/methods', { path: '^web/src/(views|ui|server|pages)' }, 'the words of a method know no screen'),
    rule('ui-side', '^web/src/ui', { path: '^web/src/(views|server|pages)' }, 'what views share knows no view'),
    {
      name: 'views-apart',
      severity: 'error',
      comment: 'no view imports another view',
      from: { path: '^web/src/views/([^/]+)/', pathNot: TESTS },
      to: { path: '^web/src/views/', pathNot: '^web/src/views/$1/' },
    },
    rule('workers-side', '^web/src/workers', { path: '^web/src/(views|ui|server|pages)' }, 'a worker knows no screen'),
    rule('views-side', '^web/src/views', { path: '^web/src/(server|pages)' }, 'no view imports the server'),
    rule('one-front-door', '^(web|demo)/', { path: '^core/src/(?!index\\.ts$)' }, 'the core has one front door'),
    topic('units', []),
    topic('kit', []),
    topic('diameter', []),
    topic('height', []),
    topic('volume', []),
    topic('land', []),
    topic('survey', ['diameter', 'volume', 'land']),
    topic('stem', ['diameter', 'survey']),
    topic('reading', ['diameter', 'survey', 'stem']),
    topic('tree', ['diameter', 'height', 'volume', 'survey', 'stem', 'kit', 'reading']),
    topic('checks', ['kit', 'height', 'survey', 'stem', 'reading', 'tree']),
    topic('geometry', ['height', 'land', 'survey', 'stem', 'reading', 'tree']),
    topic('practice', ['kit', 'survey', 'reading', 'tree']),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: TESTS },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
