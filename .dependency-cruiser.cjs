/**
 * The direction of imports (docs/architecture.md). Each room of the house says which others it may open; what is not said is forbidden,
 * and so is a room that is not in the list. Tests and `core/src/testing` may look everywhere below them.
 */
const CORE = {
  quantities: [],
  numerics: ['quantities'],
  geometry: ['quantities', 'numerics'],
  air: ['quantities', 'numerics'],
  materials: ['quantities', 'numerics'],
  physics: ['quantities', 'numerics', 'geometry', 'air', 'materials'],
  signal: ['quantities', 'numerics'],
  synthesis: ['quantities', 'numerics', 'signal'],
  criteria: ['quantities'],
  layout: ['quantities', 'geometry'],
  cutting: ['quantities', 'numerics', 'dosage'],
  recipes: ['quantities', 'numerics', 'air', 'physics'],
  dosage: ['quantities', 'numerics'],
  catalogue: ['quantities', 'physics', 'recipes'],
  fixings: ['quantities', 'recipes'],
};
const GROUND = Object.keys(CORE);
CORE.document = GROUND;
CORE.room = [...GROUND, 'document'];
CORE.studies = [...GROUND, 'document', 'room'];
CORE.formats = ['quantities', 'geometry', 'materials', 'catalogue', 'document'];
CORE.report = [...GROUND, 'document', 'room', 'studies', 'formats'];
CORE.questions = [...GROUND, 'document', 'room', 'studies', 'formats', 'report'];
CORE.learn = [...GROUND, 'document', 'room', 'studies', 'report', 'questions'];
CORE.words = [...CORE.learn, 'learn'];
CORE.handover = [...GROUND, 'document', 'room', 'studies', 'report', 'questions', 'words', 'learn'];

/** Which studies read which others; each reads `studies/types`. */
const STUDIES = {
  waves: [],
  survey: [],
  marks: [],
  recipes: [],
  hang: ['marks'],
  build: [],
  bass: ['waves'],
  search: ['waves'],
  decay: ['bass', 'marks'],
  dose: ['decay'],
  seat: ['bass', 'marks', 'survey'],
  listen: ['bass', 'decay', 'marks', 'waves'],
  hear: ['listen', 'waves'],
  causes: ['bass', 'decay', 'listen', 'waves'],
  correct: ['bass', 'listen'],
  signoff: ['bass', 'listen', 'seat'],
  fit: ['bass', 'causes', 'decay', 'listen', 'marks', 'waves'],
};

const WEB = {
  charts: [],
  board: [],
  parts: [],
  fields: ['parts'],
  audio: [],
  print: [],
  persistence: [],
  words: ['persistence'],
  workers: ['persistence', 'words'],
  stores: ['persistence', 'words'],
  answers: ['stores', 'workers'],
  measured: ['fields', 'persistence', 'stores', 'workers', 'answers'],
  files: ['charts', 'persistence', 'stores', 'workers', 'measured'],
  desk: ['board', 'fields', 'parts', 'stores', 'answers'],
  learn: ['parts', 'files', 'measured', 'stores', 'answers', 'words'],
  shell: ['charts', 'fields', 'parts', 'files', 'persistence', 'stores', 'answers', 'words', 'desk', 'learn'],
  stages: [
    'charts',
    'board',
    'parts',
    'fields',
    'audio',
    'print',
    'words',
    'stores',
    'answers',
    'files',
    'measured',
    'desk',
  ],
};

/** One rule a room: it opens itself and what its line says. */
const doors = (root, rooms, pathNot) =>
  Object.entries(rooms).map(([name, may]) => ({
    name: `${root.replaceAll('/', '-')}-${name}`,
    comment: `${name} may open ${may.join(', ') || 'no other'}`,
    severity: 'error',
    from: { path: `^${root}/${name}/`, pathNot: '\\.test\\.ts$' },
    to: { path: `^${root}/`, pathNot: `^${root}/(${[name, ...may].join('|')})/${pathNot ? `|${pathNot}` : ''}` },
  }));
/** A folder nobody wrote down. */
const unlisted = (root, rooms, also) => ({
  name: `${root.replaceAll('/', '-')}-unlisted`,
  severity: 'error',
  from: { path: `^${root}/[^/]+/`, pathNot: `^${root}/(${[...Object.keys(rooms), ...also].join('|')})/` },
  to: {},
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core knows no interface, server, database or framework',
      severity: 'error',
      from: { path: '^core/src' },
      to: {
        path: '^(cli|web|server|e2e)/|node_modules/(vue|vuetify|pinia|express|dexie|d3-)',
      },
    },
    {
      name: 'core-runs-anywhere',
      comment: 'nothing of Node but what finds the solver where it is installed; tests read files',
      severity: 'error',
      from: { path: '^core/src', pathNot: '(\\.test\\.ts$|^core/src/testing/)' },
      to: { dependencyTypes: ['core'], pathNot: '^(node:)?module$' },
    },
    ...doors('core/src', CORE),
    unlisted('core/src', CORE, ['testing']),
    ...doors('core/src/studies', STUDIES, '^core/src/studies/types'),
    unlisted('core/src/studies', STUDIES, []),
    { name: 'cli-knows-no-web', severity: 'error', from: { path: '^cli/' }, to: { path: '^(web|server|e2e)/' } },
    { name: 'web-knows-no-server', severity: 'error', from: { path: '^web/src' }, to: { path: '^(server|e2e|cli)/' } },
    ...doors('web/src', WEB, '^web/src/offline'),
    unlisted('web/src', WEB, ['styles']),
    {
      name: 'stages-stand-alone',
      severity: 'error',
      from: { path: '^web/src/stages/([^/]+)/' },
      to: { path: '^web/src/stages/(?!$1/)' },
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
