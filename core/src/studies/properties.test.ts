/** What must hold in any room, whatever is decided in it; a failure is shrunk to its smallest case. */
import fc from 'fast-check';
import { changesOf, withChanges } from '../document/changes';
import { applyCommand, type Command } from '../document/commands/commands';
import { type Numbers, numbersOf, summed } from '../document/recipes';
import { isAt, type Project } from '../document/schema/project';
import { writeProjectFile } from '../formats/checked';
import { readProjectFile } from '../formats/projectFile';
import { recipeAtAngle, recipeBeta, recipeOctaves } from '../recipes/curve';
import { inSize, takenFromReflection } from '../recipes/kind';
import { RECIPES } from '../recipes/library';
import { numberedIn } from '../room/places';
import { settingOf } from '../room/setting';
import { boxes, documentsOf, numbersOnBox, pieceOnBox, steps } from '../testing/arbitrary';
import { numbers } from '../testing/pieces';
import { edited } from '../testing/rooms';
import { lotsOf, studyBuild } from './build/study';
import { curveFor } from './decay/curves';
import { decayInputs, freeArea } from './decay/inputs';
import { studied } from './decay/study';
import { studyMarks } from './marks/study';

const times = (project: Project, others = true): (number | null)[] => {
  const { inputs, panelAlpha } = studied(decayInputs(project));
  const counts = Object.fromEntries(inputs.faces.map((f) => [f.id, f.chosen]));
  return curveFor(inputs, counts, panelAlpha, [], others ? inputs.mix : []).eyring;
};
const noLonger = (after: readonly (number | null)[], before: readonly (number | null)[]): boolean =>
  after.every((t, i) => t === null || (before[i] ?? Infinity) >= t - 1e-9);

describe('documents', () => {
  test('whatever is edited comes back from a file, and undone step by step to what it was', () => {
    fc.assert(
      fc.property(boxes, steps(14), (start, list) => {
        const made = documentsOf(start, list);
        const last = made.at(-1)!;
        const read = readProjectFile(writeProjectFile(last));
        expect(read).toMatchObject({ ok: true, project: last });
        let now = last;
        for (let i = made.length - 1; i > 0; i--) {
          const back = changesOf(made[i]!, made[i - 1]!);
          now = withChanges(now, back).document;
        }
        expect(now).toEqual(start);
      }),
      { numRuns: 60 },
    );
  });

  test('numbers said in any order, in parts or at once, are the same numbers', () => {
    const list = fc.array(
      fc.record({
        recipe: fc.constantFrom('panel-10', 'qrd-7'),
        on: fc.constantFrom('A', 'C', 'ceiling'),
        count: fc.integer({ min: 0, max: 9 }),
      }),
      { maxLength: 8 },
    );
    const key = (l: readonly { recipe: string; on: string; count: number }[]) =>
      l.map((n) => `${n.recipe} ${n.on} ${n.count}`).sort();
    fc.assert(
      fc.property(boxes, list, fc.nat(8), (project, said, cut) => {
        const at = '2026-11-01T08:00:00Z';
        const all = (of: readonly Numbers[]): Command => ({ type: 'set-numbers', of: null, numbers: [...of], at });
        const once = edited(project, all(said));
        const parts = edited(project, all(said.slice(0, cut)));
        const then = edited(parts, all([...numbersOf(parts), ...said.slice(cut)]));
        expect(key(numbersOf(then))).toEqual(key(numbersOf(once)));
        expect(key(numbersOf(once))).toEqual(key(summed([...said].reverse())));
        // What was decided before keeps its id.
        const ids = (p: Project) => p.treatment.pieces.map((t) => [t.id, t.recipe, JSON.stringify(t.place)].join(' '));
        const kept = edited(parts, all(numbersOf(parts)));
        expect(ids(kept)).toEqual(ids(parts));
      }),
      { numRuns: 80 },
    );
  });
});

describe('absorption', () => {
  test('nothing that is put up makes any band ring longer, by number or in its place', () => {
    fc.assert(
      fc.property(boxes, numbersOnBox, pieceOnBox, (project, decision, piece) => {
        const bare = times(project);
        const counted = edited(project, decision);
        expect(noLonger(times(counted), bare)).toBe(true);
        const laid = applyCommand(counted, { type: 'put-pieces', pieces: [piece] }).project;
        // Where the walls are full a piece more can only take the place of others: those of the room without them.
        const alone = edited(project, { type: 'put-pieces', pieces: [piece] });
        expect(noLonger(times(alone), bare)).toBe(true);
        expect(times(laid).every((t) => t === null || t > 0)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  test('what is counted fits: no face hides more than it has, and as many are counted as Build buys', () => {
    fc.assert(
      fc.property(boxes, numbersOnBox, (project, decision) => {
        const p = edited(project, decision);
        const setting = settingOf(p);
        const inputs = decayInputs(p, setting);
        for (const face of inputs.faces.filter((f) => !f.isPart)) {
          for (const m of inputs.mix.filter((t) => t.place === face.id))
            expect(m.count * m.parts[0]!.area).toBeLessThanOrEqual(face.area + 1e-6);
          expect(face.chosen).toBeLessThanOrEqual(face.capacity);
          expect(freeArea(face, inputs.laid)).toBe(face.area);
        }
        const said = numbersOf(p).reduce((s, n) => s + n.count, 0);
        expect(lotsOf(p).reduce((s, l) => s + l.count, 0)).toBe(said);
        expect(studyBuild(p).result.panels).toBe(said);
        expect(numberedIn(setting).reduce((s, n) => s + n.count, 0)).toBeLessThanOrEqual(said);
        const made = studyBuild(p).result.sheets.reduce((s, sheet) => s + sheet.uncut, 0);
        expect(made).toBe(said);
      }),
      { numRuns: 40 },
    );
  });

  test('of any recipe in any size and any air: coefficients within bounds, and no wall gives energy', () => {
    const air = fc.record({
      rho: fc.double({ min: 1.1, max: 1.3, noNaN: true }),
      c: fc.double({ min: 331, max: 350, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...RECIPES),
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.double({ min: 0, max: Math.PI / 2, noNaN: true }),
        fc.integer({ min: 20, max: 250 }),
        air,
        (own, width, angle, f, medium) => {
          const recipe = inSize(own, width, own.height);
          for (const a of recipeAtAngle(recipe, angle, medium)) expect(a >= 0 && a <= 1).toBe(true);
          const absorbed = recipeAtAngle(recipe, angle, medium);
          takenFromReflection(recipe, angle, medium).forEach((a, o) => {
            expect(a <= 1 && a >= absorbed[o]! - 1e-12).toBe(true);
          });
          expect(recipeOctaves(recipe, medium).every((a) => a >= 0 && Number.isFinite(a))).toBe(true);
          // A passive surface takes in; it never gives out.
          expect(recipeBeta(recipe, medium)(f).re).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 120 },
    );
  });
});

describe('places', () => {
  test('a room turned by a quarter about its plan has the same marks, tapes from the listener’s walls', () => {
    fc.assert(
      fc.property(boxes, pieceOnBox, (project, piece) => {
        const p = edited(project, { type: 'put-pieces', pieces: [piece] });
        const turned = structuredClone(p);
        // x, y → −y, x: walls keep their names, everything lies a quarter further.
        const turn = (t: { x: number; y: number }) => Object.assign(t, { x: -t.y, y: t.x });
        turned.room.corners.forEach(turn);
        turn(turned.listening.head);
        turned.loudspeakers.forEach(turn);
        const marks = (q: Project) =>
          studyMarks(q).result.marks.map((m) => [
            m.id,
            m.levelDb?.toFixed(6),
            m.tape.map((t) => t.metres.toFixed(6)).join(),
          ]);
        expect(marks(turned).sort()).toEqual(marks(p).sort());
      }),
      { numRuns: 40 },
    );
  });

  test('a piece keeps its size and its face wherever the wall it hangs on is moved to', () => {
    fc.assert(
      fc.property(boxes, pieceOnBox, fc.double({ min: -0.3, max: 0.6, noNaN: true }), (project, piece, by) => {
        const p = edited(project, { type: 'put-pieces', pieces: [piece] });
        const moved = edited(p, { type: 'move-wall', wall: piece.place.face, by });
        expect(moved.treatment.pieces.filter(isAt)[0]!.place).toEqual(piece.place);
      }),
      { numRuns: 40 },
    );
  });

  test('none decided is none everywhere: the empty project is as bare as one whose numbers were taken back', () => {
    fc.assert(
      fc.property(boxes, numbersOnBox, (project, decision) => {
        const back = edited(project, decision, { type: 'set-numbers', of: null, numbers: [], at: null }, numbers({}));
        expect(back.treatment.pieces).toEqual([]);
        expect(times(back)).toEqual(times(project));
      }),
      { numRuns: 20 },
    );
  });
});
