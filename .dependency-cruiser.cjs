/**
 * The direction of imports (docs/architecture.md), never back:
 * quantities, numerics <- geometry, air, materials <- physics <- studies <- cli, web/workers <- web/stores <- web/stages
 * @type {import('dependency-cruiser').IConfiguration}
 */
const base = 'quantities|numerics';
const ground = 'geometry|air|materials';
const physics =
  'modes|waves|reflections|loudspeakers|interference|reverberation|absorbers|targets|dosage|layout|cutlist|diffusers|recipes';
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core knows no interface, server, database or framework',
      severity: 'error',
      from: { path: '^core/src' },
      to: {
        path: '^(cli|web|server|e2e)/|node_modules/(vue|vuetify|pinia|express|dexie|d3-)|^node:',
        pathNot: '^node:module$',
      },
    },
    {
      name: 'base-is-lowest',
      severity: 'error',
      from: { path: `^core/src/(${base})/` },
      to: { path: `^core/src/(?!${base}|testing/)` },
    },
    {
      name: 'ground-below-physics',
      severity: 'error',
      from: { path: `^core/src/(${ground})/` },
      to: { path: `^core/src/(?!${base}|${ground}|testing/)` },
    },
    {
      name: 'physics-knows-no-document',
      severity: 'error',
      from: { path: `^core/src/(${physics})/` },
      to: { path: '^core/src/(project|studies|formats)/' },
    },
    {
      name: 'document-knows-no-study',
      severity: 'error',
      from: { path: '^core/src/project/' },
      to: { path: '^core/src/(studies|formats)/' },
    },
    {
      name: 'formats-know-no-study',
      severity: 'error',
      from: { path: '^core/src/formats/' },
      to: { path: '^core/src/studies/' },
    },
    { name: 'cli-knows-no-web', severity: 'error', from: { path: '^cli/' }, to: { path: '^(web|server|e2e)/' } },
    { name: 'web-knows-no-server', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|e2e|cli)/' } },
    {
      name: 'stages-stand-alone',
      comment: 'a stage imports neither another stage, nor a worker, nor the database',
      severity: 'error',
      from: { path: '^web/src/stages/([^/]+)/' },
      to: { path: '^web/src/(stages/(?!$1/)|workers|persistence)' },
    },
    {
      name: 'drawings-are-pure',
      severity: 'error',
      from: { path: '^web/src/(board|charts)/' },
      to: { path: '^web/src/(stores|stages|workers|persistence)/' },
    },
    {
      name: 'parts-are-low',
      severity: 'error',
      from: { path: '^web/src/parts/' },
      to: { path: '^web/src/(stages|workers|persistence)/' },
    },
    {
      name: 'stores-know-no-stage',
      severity: 'error',
      from: { path: '^web/src/stores/' },
      to: { path: '^web/src/(stages|board|charts)/' },
    },
    {
      name: 'protocol-is-types-only',
      severity: 'error',
      from: { path: '^web/src/workers/protocol' },
      to: { path: '.', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'testing-is-for-tests',
      severity: 'error',
      from: { pathNot: '(\\.test\\.ts$|^core/src/testing/)' },
      to: { path: '^core/src/testing/' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    // pdfmake/interfaces is types alone, from @types/pdfmake.
    {
      name: 'no-unresolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '\\?|^virtual:|^pdfmake/interfaces$' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.mts', '.js', '.mjs', '.vue', '.json'],
    },
  },
};
