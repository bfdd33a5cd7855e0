/** What an edit leaves alone stays the same object. */
import fc from 'fast-check';
import { applyCommand, type Command } from './commands/commands';
import { boxes, documentsOf, steps } from '../testing/arbitrary';
import { numbers, panelOf, pieceAt } from '../testing/pieces';
import { edited, plainBox } from '../testing/rooms';
import { equal, sharing } from './sharing';

describe('alike', () => {
  test('values, lists in order, a key that holds nothing as none', () => {
    expect(equal({ a: 1, b: [1, { c: 'x' }] }, { b: [1, { c: 'x' }], a: 1 })).toBe(true);
    expect(equal({ a: 1, b: undefined }, { a: 1 })).toBe(true);
    expect(equal({ a: 1 }, { a: 1, b: undefined })).toBe(true);
    expect(equal([1, 2], [2, 1])).toBe(false);
    expect(equal({ a: null }, { a: undefined })).toBe(false);
    expect(equal({ a: 1 }, { b: 1 })).toBe(false);
    expect(equal([], {})).toBe(false);
    expect(equal(NaN, NaN)).toBe(true);
    expect(equal(0, -0)).toBe(false);
  });

  test('what every object of the language has is no key of a value', () => {
    expect(equal({ a: 1 }, Object.assign(Object.create({ a: 1 }), {}))).toBe(false);
    expect(equal({}, { constructor: 1 })).toBe(false);
  });
});

describe('sharing', () => {
  const json = () => fc.jsonValue({ maxDepth: 4 });

  test('a key every object has is a key like any other', () => {
    const odd = JSON.parse('{"__proto__": 0, "a": [1]}') as object;
    expect(Object.keys(sharing({ a: [1] }, odd))).toEqual(['__proto__', 'a']);
    expect(sharing(odd, structuredClone(odd))).toBe(odd);
  });

  test('any value given over is alike what it was, and a copy of the one before is that one', () => {
    fc.assert(
      fc.property(json(), json(), (before, after) => {
        expect(sharing(before, structuredClone(after))).toEqual(after);
        expect(equal(sharing(before, after), after)).toBe(true);
        expect(sharing(before, structuredClone(before))).toBe(before);
      }),
      { numRuns: 300 },
    );
  });

  test('a key without a letter is a key', () => {
    expect(sharing({ '': null }, {})).toEqual({});
    expect(sharing({ a: 1 }, { a: 1, '': 2 })).toEqual({ a: 1, '': 2 });
  });

  test('things of a list are found by their names wherever they have come to stand', () => {
    const before = [
      { id: 'a', v: { x: 1 } },
      { id: 'b', v: { x: 2 } },
      { id: 'c', v: { x: 3 } },
    ];
    const after = sharing(before, structuredClone([before[2], { id: 'b', v: { x: 9 } }, before[0]]));
    expect(after[0]).toBe(before[2]);
    expect(after[2]).toBe(before[0]);
    expect(after[1]).toEqual({ id: 'b', v: { x: 9 } });
    // Corners of the plan are told by their walls.
    const corners = [
      { wall: 'A', x: 0 },
      { wall: 'B', x: 1 },
    ];
    expect(sharing(corners, [{ wall: 'N', x: 5 }, ...structuredClone(corners)]).slice(1)).toEqual(corners);
    expect(sharing(corners, [{ wall: 'N', x: 5 }, ...structuredClone(corners)])[2]).toBe(corners[1]);
  });

  test('an order of keys that differs is another text in the file: it is taken over', () => {
    const after = sharing({ a: 1, b: 2 }, { b: 2, a: 1 });
    expect(Object.keys(after)).toEqual(['b', 'a']);
  });
});

describe('commands', () => {
  const parts = (p: ReturnType<typeof plainBox>) => ({ ...p, ...p.treatment, ...p.room }) as Record<string, unknown>;

  test('the document given is never changed, and every part that is alike afterwards is the very same', () => {
    fc.assert(
      fc.property(boxes, steps(8), (start, list) => {
        const made = documentsOf(start, list);
        for (let i = 1; i < made.length; i++) {
          const [was, is] = [parts(made[i - 1]!), parts(made[i]!)];
          for (const key of Object.keys(is)) if (equal(was[key], is[key])) expect(is[key]).toBe(was[key]);
        }
      }),
      { numRuns: 60 },
    );
  });

  test.each<[string, Command, string[]]>([
    ['a number decided', numbers({ A: 2 }), ['pieces']],
    ['another depth of the panel', panelOf({ depth: 0.2 }), ['recipes']],
    ['a piece laid out', { type: 'put-pieces', pieces: [pieceAt()] }, ['pieces']],
    ['another cover', { type: 'set-cover', recipe: 'panel-10' }, ['cover']],
    ['the name', { type: 'rename', name: 'Other' }, ['name']],
    ['the ear height', { type: 'set-ear-height', earHeight: 1.1 }, ['listening']],
  ])('%s makes only its own part another', (_what, command, changed) => {
    const before = edited(plainBox(), { type: 'put-pieces', pieces: [pieceAt({ id: 'there', face: 'C' })] });
    const after = applyCommand(before, command).project;
    const [was, is] = [parts(before), parts(after)];
    const differing = Object.keys(is).filter((key) => is[key] !== was[key]);
    expect(differing.filter((key) => !['treatment', 'room'].includes(key))).toEqual(changed);
    expect(after.treatment.pieces.find((t) => t.id === 'there')).toBe(before.treatment.pieces[0]);
  });

  test('a command that asks for what is so already gives the very document back', () => {
    const p = edited(plainBox(), numbers({ A: 2 }));
    for (const command of [
      numbers({ A: 2 }),
      { type: 'rename', name: p.name },
      { type: 'set-cover', recipe: p.treatment.cover },
    ] as Command[])
      expect(applyCommand(p, command)).toEqual({ project: p, changed: false });
    expect(applyCommand(p, numbers({ A: 2 })).project).toBe(p);
  });
});
