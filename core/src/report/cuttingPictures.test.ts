/** Pictures of plans: everything cut is in them once, within its stock, and told in words. */
import { type IntegerSolver, loadIntegerSolver } from '../dosage/solver';
import { cutInputs, type MaterialPlan, studyCuts } from '../studies/build/cuts';
import { studyBuild } from '../studies/build/study';
import { decided } from '../testing/pieces';
import { edited, plainBox } from '../testing/rooms';
import { cutPictures } from './cuttingPictures';
import { pictureSvg } from './picture';
import { XMLParser } from 'fast-xml-parser';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});

test('bars, slabs, boards and cloth of five recipes', () => {
  const p = edited(
    plainBox(),
    decided({
      'panel-10': { B: 3 },
      'membrane-70': { A: 2 },
      'port-box-50': { A: 1 },
      'qrd-7': { C: 1 },
      'corner-solid': { 'corner A': 1 },
    }),
    { type: 'set-buying', buying: { trim: 0.01 } },
  );
  const { plans } = studyCuts(cutInputs(p, studyBuild(p).result), solver);
  const seen = new Set<MaterialPlan['kind']>();
  for (const plan of plans) {
    seen.add(plan.kind);
    const pictures = cutPictures(plan, p.buying, 'feet');
    let drawn = 0;
    for (const { caption, picture } of pictures) {
      const count = Number(caption.split(' ')[0]);
      const shapes = picture.marks.filter((m) => m.kind === 'polygon');
      // The first is the stock.
      drawn += count * (shapes.length - 1);
      for (const m of shapes)
        for (const [x, y] of m.points) {
          expect(x).toBeGreaterThanOrEqual(-0.01);
          expect(y).toBeGreaterThanOrEqual(-0.01);
          expect(x).toBeLessThanOrEqual(picture.width + 0.01);
          expect(y).toBeLessThanOrEqual(picture.height + 0.01);
        }
      for (const part of plan.parts.filter((q) => picture.told.includes(`${q.label} `)))
        expect(picture.told).toContain(`${part.label} ${part.name}`);
      const svg = new XMLParser({ ignoreAttributes: false }).parse(pictureSvg(picture, 'Font')) as { svg: object };
      expect(Object.keys(svg.svg)).toContain('polygon');
    }
    const strips = (i: number) => (plan.kind === 'roll' ? plan.plan.strips[i]!.count : 1);
    expect(drawn).toBe(plan.parts.reduce((sum, q, i) => sum + q.cuts * strips(i), 0));
  }
  expect([...seen].sort()).toEqual(['line', 'roll', 'sheet']);
});
