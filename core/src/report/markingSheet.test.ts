import { readFileSync } from 'node:fs';
import { readProjectFile } from '../formats/projectFile';
import type { Vec3 } from '../geometry/vector';
import { edited, plainBox } from '../testing/rooms';
import { blockTitle, differenceText, sheetRow, siteSentence } from '../words/sheet';
import { studyMarks } from '../studies/marks/study';
import { blockSvg, planSvg } from './markingDrawing';
import { fittingScale } from './paper';
import { settingOf } from '../room/setting';
import { sheetBlocks, siteVerdict, walkingOrder } from './markingSheet';
import { numbers } from '../testing/pieces';

const project = edited(plainBox(), numbers({}));
const setting = settingOf(project);
const { result } = studyMarks(project, setting);

/** What would be found if the head really were moved by `by`. */
function foundAt(by: Vec3, noise = 0) {
  const { x, y, earHeight } = project.listening.head;
  const moved = edited(
    project,
    { type: 'move-head', x: x + by[0], y: y + by[1] },
    { type: 'set-ear-height', earHeight: earHeight + by[2] },
  );
  const there = studyMarks(moved, settingOf(moved)).result.marks;
  return Object.fromEntries(
    there.map((m, i) => {
      const off = noise * (i % 2 === 0 ? 1 : -1);
      return [m.id, { found: { first: m.tape[0].metres + off, second: m.tape[1].metres - off } }];
    }),
  );
}

test('blocks follow the walls as one walks, every mark in one of them, loudest first', () => {
  const blocks = sheetBlocks(setting, result);
  expect(blocks.map((b) => b.name)).toEqual(['front', 'right', 'rear', 'left', 'floor', 'ceiling']);
  expect(blocks.flatMap((b) => b.marks)).toHaveLength(result.marks.length);
  for (const b of blocks) {
    const levels = b.marks.map((m) => m.levelDb!);
    expect(levels).toEqual([...levels].sort((a, c) => c - a));
  }
  expect(blockTitle(blocks[1]!)).toBe('Right wall (B)');
  expect(walkingOrder(setting, result)[0]!.faceName).toBe('front');
});

test('rows say tapes and zones in the reader’s units, down to the sixteenth', () => {
  const mark = result.marks.find((m) => m.id === 'right-B')!;
  const metric = sheetRow(mark, 'metric');
  expect(metric.first).toBe(`${(mark.tape[0].metres * 100).toFixed(1)} cm`);
  expect(metric.firstFrom).toBe('from front wall');
  expect(metric.secondFrom).toBe('up from floor');
  expect(metric.firstZone).toMatch(/^\d+\.\d cm to \d+\.\d cm$/);
  expect(sheetRow(mark, 'feet').first).toMatch(/^\d+′ \d+( \d+\/\d+)?″$/);
  expect(
    sheetRow(
      result.marks.find((m) => m.id === 'left-B')!,
      'metric',
    ).note,
  ).toContain('opposite loudspeaker');
});

test('drawings are to scale: a wall of 5 m at 1 : 50 is 100 mm wide, and no name breaks the markup', () => {
  expect(fittingScale([5, 2.5], [180, 62])).toBe(50);
  expect(fittingScale([0.3, 0.3], [180, 62])).toBe(10);
  expect(fittingScale([900, 20], [180, 62])).toBe(500);
  const block = sheetBlocks(setting, result).find((b) => b.id === 'B')!;
  const picture = blockSvg(block, [182, 62], 'F');
  expect(picture.scale).toBe(50);
  expect(picture.width).toBeCloseTo(100 + 6, 6);
  expect(picture.height).toBeCloseTo(50 + 6, 6);
  const evil = blockSvg(
    { ...block, parts: [{ name: '<script>&"', kind: 'patch', outline: block.outline }] },
    [182, 62],
    'F',
  );
  expect(evil.svg).not.toContain('<script>');
  expect(evil.svg).toContain('&lt;script&gt;&amp;&quot;');
  const plan = planSvg(setting, [182, 90], 'F');
  expect(plan.svg.match(/<circle/g)).toHaveLength(3);
});

describe('what the found places say', () => {
  test('nothing found says nothing; two are too few; as computed is as computed', () => {
    expect(siteVerdict(setting, result, {})).toMatchObject({ spread: null, says: 'few' });
    expect(siteSentence(siteVerdict(setting, result, {}), 'metric')).toBe('');
    const two = Object.fromEntries(Object.entries(foundAt([0, 0.1, 0])).slice(0, 2));
    expect(siteVerdict(setting, result, two).says).toBe('few');
    expect(siteVerdict(setting, result, foundAt([0, 0, 0], 0.004)).says).toBe('alike');
  });

  test('a seat that was really moved is found again, direction and size', () => {
    for (const by of [
      [0, 0.12, 0],
      [0.08, 0, 0],
      [-0.06, -0.1, 0],
      [0, 0.05, 0.09],
    ] as const) {
      const verdict = siteVerdict(setting, result, foundAt(by, 0.003));
      expect(verdict.says).toBe('seat');
      verdict.shift!.forEach((v, i) => expect(Math.abs(v - by[i]!)).toBeLessThan(0.02));
      expect(verdict.left!).toBeLessThan(verdict.spread! / 2);
    }
    const sentence = siteSentence(siteVerdict(setting, result, foundAt([0, 0.12, 0])), 'metric');
    expect(sentence).toMatch(/as if the ears were 1[12]\.\d cm further back than in the plan/);
  });

  test('differences no seat explains point at the room', () => {
    const odd = Object.fromEntries(
      result.marks.map((m, i) => [
        m.id,
        { found: { first: m.tape[0].metres + (i % 2 ? 0.1 : -0.1), second: m.tape[1].metres } },
      ]),
    );
    const verdict = siteVerdict(setting, result, odd);
    expect(verdict.says).toBe('square');
    expect(siteSentence(verdict, 'metric')).toMatch(/out of square/);
  });

  test('signed differences in words', () => {
    expect(differenceText(0.023, 'metric')).toBe('+2.3 cm');
    expect(differenceText(-0.0254, 'inches')).toBe('−1.00″');
    expect(differenceText(0.0001, 'metric')).toBe('as computed');
  });
});

test('the demo rooms make sheets in every unit', () => {
  for (const name of ['bakehouse', 'ferry-hall', 'signal-cabin']) {
    const read = readProjectFile(readFileSync(new URL(`../../../demo/${name}.tawny.json`, import.meta.url), 'utf8'));
    if (!read.ok) throw new Error(name);
    const s = settingOf(read.project);
    const r = studyMarks(read.project, s).result;
    for (const b of sheetBlocks(s, r)) {
      expect(blockSvg(b, [180, 60], 'F').height).toBeLessThanOrEqual(60 + 1e-6);
      for (const m of b.marks)
        for (const system of ['metric', 'feet', 'inches'] as const) expect(sheetRow(m, system).first).not.toBe('');
    }
  }
});
