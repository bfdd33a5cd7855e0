/** Every issue there is, provoked in a room and said in three systems of length. */
import type { Command } from '../document/commands/commands';
import { FIRST_COVER } from '../document/recipes';
import type { Project } from '../document/schema/project';
import { loadIntegerSolver } from '../dosage/solver';
import { glanceAt } from '../questions/glance';
import { randomCommand, triedCommand } from '../testing/commands';
import { demo, DEMO_ROOMS } from '../testing/demo';
import { RECIPES } from '../recipes/library';
import { measured, taught } from '../testing/heard/measured';
import { seeded } from '../testing/random';
import { door, edited, plainBox, wardrobe, window } from '../testing/rooms';
import { ISSUE_CODES, issueSentence } from '../words/issues';
import { studyBuild } from './build/study';
import { studyDecay } from './decay/study';
import type { Issue, IssueCode } from './types';
import { decided, numbers, panelOf, pieceAt } from '../testing/pieces';
import { bars, cloth } from '../testing/shop';

const learnedOf = (project: Project) => {
  const before = edited(project, measured(project, 'm1'));
  return taught(before, 1.2, before.measured.list[0]!.room, { from: ['m1'] });
};
/** What a random walk through the demo rooms seldom meets. */
const RARE: [IssueCode, () => Project, Command[]][] = [
  ['survey.diagonal', plainBox, [{ type: 'set-tape', tape: { diagonals: [{ from: 'A', to: 'C', length: 9.9 }] } }]],
  [
    'seat.head-above-ceiling',
    plainBox,
    [
      { type: 'set-height', height: 1.9 },
      { type: 'set-ear-height', earHeight: 2 },
    ],
  ],
  [
    'seat.flush-bass',
    plainBox,
    [{ type: 'set-loudspeaker', id: 'left', values: { mount: 'flush' }, mirror: true }, { type: 'place-by-rule' }],
  ],
  ['seat.centre-null', plainBox, [{ type: 'move-head', x: 2, y: 2.5 }]],
  ['seat.rear-wall-close', plainBox, [{ type: 'move-head', x: 2, y: 4.7 }]],
  ['seat.loudspeaker-in-wall', plainBox, [{ type: 'move-loudspeaker', id: 'left', x: 1.2, y: 0.1, mirror: true }]],
  [
    'seat.flush-off-wall',
    plainBox,
    [
      { type: 'move-loudspeaker', id: 'left', x: 1.2, y: 1, mirror: true },
      { type: 'set-loudspeaker', id: 'left', values: { mount: 'flush' }, mirror: true },
    ],
  ],
  [
    'hang.in-the-way',
    () => edited(plainBox(), { type: 'put', list: 'openings', thing: window() }),
    [{ type: 'put-pieces', pieces: [pieceAt({ face: 'D', u: 1.7 })] }],
  ],
  ['hang.no-window', plainBox, [{ type: 'put-pieces', pieces: [pieceAt({ recipe: 'plug-10' })] }]],
  [
    'hang.off-edge',
    plainBox,
    [{ type: 'put-pieces', pieces: [pieceAt({ recipe: 'edge-straddle', u: 1, v: 1, width: 1.2, height: 0.35 })] }],
  ],
  ['hang.past-face', plainBox, [{ type: 'put-pieces', pieces: [pieceAt({ u: 4.7 })] }]],
  ['seat.loudspeaker-outside', plainBox, [{ type: 'move-loudspeaker', id: 'left', x: -1, y: 1, mirror: false }]],
  ['seat.too-near', plainBox, [{ type: 'move-loudspeaker', id: 'left', x: 1.7, y: 1.5, mirror: true }]],
  [
    'marks.still-loud',
    plainBox,
    [{ type: 'put-pieces', pieces: [pieceAt({ recipe: 'membrane-70', u: 0.1, v: 0, width: 3, height: 2.4 })] }],
  ],
  ['bass.list-ends-early', plainBox, [{ type: 'set-box', box: { length: 30, width: 20, height: 8 } }]],
  [
    'survey.patch-outside',
    plainBox,
    [
      {
        type: 'put',
        list: 'patches',
        thing: { id: 'p', name: 'Cork', face: 'A', u: 40, v: 0.5, width: 1, height: 1, material: 'cork-wall' },
      },
    ],
  ],
  [
    'survey.low-beam',
    plainBox,
    [
      {
        type: 'put',
        list: 'beams',
        thing: { id: 'beam', name: 'Beam', along: 'A', from: 1, width: 0.3, span: null, level: 1.8 },
        material: 'timber-solid',
      },
    ],
  ],
  [
    'survey.strip-outside',
    plainBox,
    [
      {
        type: 'put',
        list: 'platforms',
        thing: { id: 'step', name: 'Step', along: 'A', from: 30, width: 1, span: null, level: 0.2 },
        material: 'boards-on-joists',
      },
    ],
  ],
  ['survey.thing-too-high', plainBox, [{ type: 'put', list: 'furniture', thing: wardrobe({ height: 2.9 }) }]],
  [
    'survey.things-overlap',
    plainBox,
    [
      { type: 'put', list: 'furniture', thing: wardrobe() },
      { type: 'put', list: 'furniture', thing: wardrobe({ id: 'other', name: 'Other' }) },
    ],
  ],
  [
    'survey.no-room-in-front',
    plainBox,
    [
      { type: 'put', list: 'furniture', thing: wardrobe({ clearance: 0.9 }) },
      { type: 'put', list: 'furniture', thing: wardrobe({ id: 'near', name: 'Near', x: 1, clearance: 0.9 }) },
      { type: 'put', list: 'furniture', thing: wardrobe({ id: 'front', name: 'Front', y: 2.6, clearance: 0.9 }) },
      { type: 'put', list: 'furniture', thing: wardrobe({ id: 'rear', name: 'Rear', x: 1.1, y: 2.6, clearance: 0.9 }) },
    ],
  ],
  [
    'survey.tape-open',
    plainBox,
    [
      {
        type: 'set-tape',
        tape: { legs: ['A', 'B', 'C', 'D'].map((wall, i) => ({ wall, length: 3 + 0.2 * i, insideDeg: 90 })) },
      },
    ],
  ],
  [
    'survey.learned-shape',
    () => edited(plainBox(), measured(plainBox(), 'm1')),
    [
      { type: 'learn', learned: learnedOf(plainBox()) },
      { type: 'set-height', height: 2.2 },
    ],
  ],
  [
    'survey.learned-surface',
    () => edited(plainBox(), measured(plainBox(), 'm1')),
    [
      { type: 'learn', learned: learnedOf(plainBox()) },
      { type: 'set-material', surface: 'floor', material: 'carpet-thin' },
    ],
  ],
  [
    'survey.partition-open',
    plainBox,
    [
      {
        type: 'put',
        list: 'partitions',
        thing: { id: 'curtain', name: 'Curtain', start: { wall: 'B', at: 2 }, end: { wall: 'D', at: 3 } },
        material: 'curtain-heavy',
      },
      { type: 'put-state', state: { id: 's', name: 'Closed', away: [], closed: ['curtain'], materials: {} } },
      { type: 'switch-state', id: 's' },
      { type: 'move-head', x: 12, y: 2 },
    ],
  ],
  [
    'seat.station-off',
    plainBox,
    [
      { type: 'set-rig', layout: 'surround-5', second: false, subs: 0 },
      { type: 'move-head', x: 2, y: 3.4 },
    ],
  ],
  [
    'survey.openings-overlap',
    plainBox,
    [
      { type: 'put', list: 'openings', thing: door() },
      { type: 'put', list: 'openings', thing: window({ wall: door().wall, u: door().u + 0.3, v: 1 }) },
    ],
  ],
  [
    'survey.door-blocked',
    plainBox,
    [
      { type: 'put', list: 'openings', thing: door() },
      { type: 'put', list: 'furniture', thing: wardrobe({ x: 3.6, y: 4.2 }) },
    ],
  ],
  ['marks.too-many-panels', plainBox, [numbers({ A: 200 })]],
  [
    'marks.scatter-too-near',
    plainBox,
    [
      {
        type: 'put-recipe',
        recipe: {
          ...structuredClone(FIRST_COVER),
          id: 'own-ribs',
          layers: [],
          scatterer: { kind: 'bought', designHz: 250, depth: 0.15 },
        },
      },
      {
        type: 'put-pieces',
        pieces: [pieceAt({ name: 'Ribs', recipe: 'own-ribs', face: 'A', u: 0.2, width: 2.5 })],
      },
    ],
  ],
  ['decay.fill-dense-for-bass', plainBox, [panelOf({ flowResistivity: 60000 })]],
  ['decay.not-enough', plainBox, [panelOf({ depth: 0.02, gap: 0, flowResistivity: 20000 })]],
  ['decay.gap-deeper-than-panel', plainBox, [panelOf({ depth: 0.05, gap: 0.2 })]],
  [
    'decay.too-dead',
    plainBox,
    [
      {
        type: 'set-target',
        target: {
          school: 'own',
          chosenBy: 'own',
          own: [
            { hz: 250, lower: 0.05, upper: 0.4 },
            { hz: 2000, lower: 0.9, upper: 3 },
          ],
        },
      },
    ],
  ],
  ['decay.coverage-past-half', plainBox, [numbers({ A: 10, B: 12, C: 10, D: 12, ceiling: 24 })]],
  [
    'build.frame-too-thick',
    plainBox,
    [
      { type: 'put-recipe', recipe: { ...structuredClone(RECIPES[0]!), id: 'own-1', width: 0.1, height: 0.6 } },
      numbers({ A: 1 }, 'own-1'),
      { type: 'set-workshop', workshop: { frameThickness: 0.06 } },
    ],
  ],
  ['build.stock-too-short', plainBox, [decided({ 'panel-10': { B: 1 } }), bars({ length: 0.6 })]],
  [
    'build.cloth-too-narrow',
    plainBox,
    [decided({ 'panel-10': { B: 1 } }), cloth({ width: 0.1 }), { type: 'set-buying', buying: { overlap: 0.1 } }],
  ],
  ['build.seam', plainBox, [decided({ 'panel-10': { B: 1 } }), cloth({ width: 0.5 })]],
];
/** A solver that gives up says so; no room makes ours do it. */
const UNPROVOKED: Issue[] = [
  { code: 'decay.undecided', severity: 'warning', where: [], values: { reason: 'the solver ran out of nodes' } },
];

const METRIC = /\d (m|cm|mm)\b/;

test('every issue is provoked, and says where and what to do in every system, without a metre for who reads feet', async () => {
  const solver = await loadIntegerSolver();
  const said = new Map<string, Issue>();
  const look = (project: Project): string[] => {
    const glance = glanceAt(project);
    const { survey, seat, bass, marks, hang } = glance;
    const build = studyBuild(project);
    const issues = [survey, seat, bass, marks, hang, build, studyDecay(glance.decay, solver)].flatMap((s) => s.issues);
    for (const issue of issues) if (!said.has(issue.code)) said.set(issue.code, issue);
    return issues.map((i) => i.code);
  };
  for (const [code, start, commands] of RARE) expect(look(edited(start(), ...commands))).toContain(code);
  for (const start of [plainBox, ...DEMO_ROOMS.map((name) => () => demo(name))]) {
    for (const seed of [1, 8]) {
      const random = seeded(seed);
      let project = start();
      for (let i = 0; i <= 32; i++) {
        project = triedCommand(project, randomCommand(random, project)) ?? project;
        if (i % 8 === 0) look(project);
      }
    }
  }
  for (const issue of UNPROVOKED) said.set(issue.code, issue);
  expect(ISSUE_CODES.filter((code) => !said.has(code))).toEqual([]);
  for (const issue of said.values()) {
    const sentences = (['metric', 'feet', 'inches'] as const).map((system) => issueSentence(issue, system));
    for (const sentence of sentences) {
      expect(sentence).toMatch(/^[A-Z0-9].*\.$/s);
      expect(sentence).not.toMatch(/NaN|undefined|Infinity|\[object/);
    }
    expect(sentences[1]).not.toMatch(METRIC);
    expect(sentences[2]).not.toMatch(METRIC);
  }
}, 300_000);
