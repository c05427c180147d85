/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      severity: 'error',
      comment: 'the core imports only itself and a short list of pure packages',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: {
        pathNot: [
          '^src/core',
          '^node_modules/(pure-rand|zod|immer|jsonc-parser|fastest-levenshtein|simple-statistics|fast-png|jpeg-js|fast-xml-parser|papaparse|@types/papaparse|@lezer/lr|@lezer/common)/',
        ],
      },
    },
    {
      name: 'no-node-in-core',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'one-door',
      severity: 'error',
      comment: 'outside the core only its door is imported',
      from: { pathNot: '^src/core' },
      to: { path: '^src/core/', pathNot: '^src/core/index\\.ts$' },
    },
    {
      name: 'foundation-below-all',
      severity: 'error',
      from: { path: '^src/core/foundation', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(?!foundation)' },
    },
    {
      name: 'arena-below-stages',
      severity: 'error',
      from: { path: '^src/core/arena', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(?!foundation|arena)' },
    },
    {
      name: 'document-before-language',
      severity: 'error',
      from: { path: '^src/core/document', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(language|compile|simulate|measure|report|pipeline)' },
    },
    {
      name: 'language-alone',
      severity: 'error',
      from: { path: '^src/core/language', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(document|compile|simulate|measure|report|pipeline)' },
    },
    {
      name: 'compile-before-simulate',
      severity: 'error',
      from: { path: '^src/core/compile', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(simulate|measure|report|pipeline)' },
    },
    {
      name: 'compile-sees-checked-types',
      severity: 'error',
      from: { path: '^src/core/compile', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/language/(check|syntax)/' },
    },
    {
      name: 'engine-knows-no-stand-ins',
      severity: 'error',
      from: { path: '^src/core/simulate/engine' },
      to: { path: '^src/core/simulate/standins' },
    },
    {
      name: 'simulate-before-measure',
      severity: 'error',
      from: { path: '^src/core/simulate', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(measure|report|pipeline|document)' },
    },
    {
      name: 'measure-before-report',
      severity: 'error',
      from: { path: '^src/core/measure', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(report|pipeline|compile|document|language)', pathNot: '^src/core/compile/(levelProgram|cueProgram)' },
    },
    {
      name: 'exchange-below-stages',
      severity: 'error',
      comment: 'pictures and texts become maps; nothing of runs is needed for that',
      from: { path: '^src/core/exchange', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/(language|compile|simulate|measure|report|pipeline)' },
    },
    {
      name: 'screens-see-contracts-only',
      severity: 'error',
      from: { path: '^src/ui' },
      to: { path: '^src/(server|pool|cli|app)', pathNot: '^src/server/contracts' },
    },
    {
      name: 'canvas-draws-only',
      severity: 'error',
      from: { path: '^src/ui/canvas' },
      to: { path: '^src/ui/(?!canvas)' },
    },
    {
      name: 'editor-without-react',
      severity: 'error',
      from: { path: '^src/ui/editor' },
      to: { path: '^node_modules/(react|react-dom|@mantine)/' },
    },
    {
      name: 'server-without-screens',
      severity: 'error',
      from: { path: '^src/(server|pool|cli)' },
      to: { path: '^src/(ui|app)' },
    },
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^src/core/testing|\\.css$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
