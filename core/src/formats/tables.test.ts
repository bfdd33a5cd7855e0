import { readAbsorptionTable } from './absorptionTable';
import { readOutlineFile } from './outlineFile';

describe('absorption tables', () => {
  const OCT = 'Name;63;125;250;500;1000;2000;4000;8000';
  const problem = (text: string) => {
    const read = readAbsorptionTable(text, 'sheet');
    return read.ok ? null : read.problems.map((p) => `${p.path}: ${p.message}`).join('\n');
  };

  test('a material a row, in octaves, with decimal points or commas', () => {
    const read = readAbsorptionTable(
      `${OCT}\nFelt;0.05;0.1;0.2;0.4;0.6;0.8;0.9;0.9\nWool;0,1;0,3;0,8;1,05;1,1;1;0,98;0,9\n`,
      'x',
    );
    if (!read.ok) throw new Error('refused');
    expect(read.entries[0]).toMatchObject({
      name: 'Felt',
      alpha: [0.05, 0.1, 0.2, 0.4, 0.6, 0.8, 0.9, 0.9],
      filled: [],
      aboveOne: [],
    });
    expect(read.entries[1]).toMatchObject({ aboveOne: [500, 1000] });
    expect(read.entries[1]!.alpha[3]).toBe(1.05);
  });

  test('frequencies down, third octaves averaged, missing ends taken from their neighbour and said', () => {
    const bands = [100, 125, 160, 200, 250, 315, 400, 500, 630, 800, 1000, 1250, 1600, 2000, 2500, 3150, 4000, 5000];
    const text = `f in Hz\tBaffle\n${bands.map((f, i) => `${f}\t${(0.05 * i).toFixed(2)}`).join('\n')}`;
    const read = readAbsorptionTable(text, 'x');
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const [entry] = read.entries;
    expect(entry!.thirds).toBe(true);
    expect(entry!.alpha[1]).toBeCloseTo((0 + 0.05 + 0.1) / 3, 4);
    expect(entry!.alpha[4]).toBeCloseTo(0.5, 4);
    expect(entry!.filled).toEqual([63, 8000]);
    expect(entry!.alpha[0]).toBe(entry!.alpha[1]);
  });

  test.each([
    ['negative', `${OCT}\nA;0;0.1;-0.2;0.1;0.1;0.1;0.1;0.1`, /line 2: A, 250 Hz: -0.2 is negative/],
    ['too high', `${OCT}\nA;0;0.1;0.2;0.1;1.3;0.1;0.1;0.1`, /line 2: A, 1000 Hz: 1.3 is above 1.2/],
    ['percent', `${OCT}\nA;1;10;20;30;40;50;60;60`, /are these percent/],
    ['a missing band', `${OCT}\n\nA;0;0.1;;0.1;0.1;0.1;0.1;0.1`, /line 3: A: no value for 250 Hz; octaves 125 to 4000/],
    ['text in a value', `${OCT}\nA;0;0.1;n/a;0.1;0.1;0.1;0.1;0.1`, /250 Hz: "n.a" is not a number/],
    [
      'commas for everything',
      `Name,125,250,500,1000,2000,4000\nA,0,1,0,2,0,3,0,4,0,5,0,6`,
      /line 2: holds 13 columns where the heading has 7.*both decimal sign/,
    ],
    ['one column', `f\n125\n250\n500\n1000`, /one column only/],
    ['no frequencies', `a;b;c\n1;2;3`, /no row or column of frequencies/],
    ['an odd band', `Name;125;250;500;999999\nA;0;0;0;0`, /"999999" is no octave/],
    ['nothing', '  ', /empty/],
  ])('%s is explained with its line', (_what, text, sentence) => {
    expect(problem(text)).toMatch(sentence);
  });

  test('one bad material refuses the whole table, so that nothing is half taken', () => {
    expect(readAbsorptionTable(`${OCT}\nA;0;0.1;0.2;0.1;0.1;0.1;0.1;0.1\nB;0;0.1;x;0.1;0.1;0.1;0.1;0.1`, 'x').ok).toBe(
      false,
    );
  });
});

describe('outlines from drawings', () => {
  const dxf = (entities: string, units = 4) =>
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${units}\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${entities}0\nENDSEC\n0\nEOF\n`;
  const line = (x1: number, y1: number, x2: number, y2: number) =>
    `0\nLINE\n8\n0\n10\n${x1}\n20\n${y1}\n11\n${x2}\n21\n${y2}\n`;
  const poly = (points: number[][], closed: number) =>
    `0\nLWPOLYLINE\n5\nA1\n8\nplan\n90\n${points.length}\n70\n${closed}\n${points.map(([x, y]) => `10\n${x}\n20\n${y}\n`).join('')}`;
  const problem = (name: string, text: string) => {
    const read = readOutlineFile(name, text);
    return read.ok ? null : `${read.problems[0]!.path}: ${read.problems[0]!.message}`;
  };
  const areaOf = (corners: { x: number; y: number }[]) =>
    corners.reduce(
      (s, a, i) => s + a.x * corners[(i + 1) % corners.length]!.y - corners[(i + 1) % corners.length]!.x * a.y,
      0,
    ) / 2;

  test('lines in any order and direction are joined; the unit is taken from the file', () => {
    const text = dxf(line(0, 0, 400, 0) + line(400, 500, 0, 500) + line(0, 500, 0, 0) + line(400, 0, 400, 500), 5);
    const read = readOutlineFile('a.dxf', text);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.outlines[0].corners).toHaveLength(4);
    expect(areaOf(read.outlines[0].corners)).toBeCloseTo(20, 9);
  });

  test('of several outlines the largest comes first and all are offered, straight corners are left out', () => {
    const big = [
      [0, 0],
      [2000, 0],
      [4000, 0],
      [4000, 3000],
      [0, 3000],
    ];
    const read = readOutlineFile(
      'a.dxf',
      dxf(
        poly(
          [
            [0, 0],
            [1800, 0],
            [1800, 1500],
          ],
          1,
        ) + poly(big, 1),
        0,
      ),
    );
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.outlines[0].corners).toHaveLength(4);
    expect(read.notes.join(' ')).toMatch(/millimetres are taken/);
    expect(read.outlines.map((o) => o.corners.length)).toEqual([4, 3]);
  });

  test('an SVG path in a turned group', () => {
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="60cm" viewBox="0 0 6 6"><g transform="translate(1 1) rotate(90)"><path d="m0,0 h3 v-2 h-3 z"/></g></svg>';
    const read = readOutlineFile('plan.svg', svg.replace('60cm', '6000mm'));
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(areaOf(read.outlines[0].corners)).toBeCloseTo(6, 9);
    expect(Math.max(...read.outlines[0].corners.map((c) => c.x))).toBeCloseTo(2, 9);
  });

  test('of a path with two closed stretches the larger is taken', () => {
    const svg = '<svg viewBox="0 0 9000 9000"><path d="M0 0H500V500H0ZM1000 1000h4000v3000h-4000z"/></svg>';
    const read = readOutlineFile('a.svg', svg);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(areaOf(read.outlines[0].corners)).toBeCloseTo(12, 9);
    expect(read.outlines).toHaveLength(2);
  });

  test.each([
    ['a line that is no code', 'a.dxf', dxf('0\nLINE\nhello\n0\n'), /^line 17: expected a group code.*hello/],
    ['a file cut off', 'a.dxf', dxf(line(0, 0, 1, 0)).slice(0, 90), /cut off/],
    [
      'an open polyline',
      'a.dxf',
      dxf(
        poly(
          [
            [0, 0],
            [4000, 0],
            [4000, 3000],
          ],
          0,
        ),
      ),
      /LWPOLYLINE A1 on layer plan: is not closed/,
    ],
    ['circles only', 'a.dxf', dxf('0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n5\n'), /no closed outline, only CIRCLE/],
    [
      'a room of kilometres',
      'a.dxf',
      dxf(
        poly(
          [
            [0, 0],
            [4000, 0],
            [4000, 3000],
            [0, 3000],
          ],
          1,
        ),
        6,
      ),
      /4000\.00 by 3000\.00 m.*unit/,
    ],
    [
      'an outline that crosses itself',
      'a.dxf',
      dxf(
        poly(
          [
            [0, 0],
            [4000, 3000],
            [4000, 0],
            [0, 2000],
          ],
          1,
        ),
      ),
      /crosses wall/,
    ],
    ['broken XML', 'a.svg', '<svg><g>', /line 1: is not well-formed/],
    ['a curve', 'a.svg', '<svg viewBox="0 0 1 1"><path d="M0 0C1 1 2 2 3 3Z"/></svg>', /shape 1: is curved/],
    ['another kind of file', 'a.pdf', '%PDF', /expected a DXF or SVG/],
  ])('%s is explained with its place', (_what, name, text, sentence) => {
    expect(problem(name, text)).toMatch(sentence);
  });
});
