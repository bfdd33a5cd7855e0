/** The catalogue as a table: out and in again, in other units, and what cannot be read told by row. */
import { PLAIN_CATALOGUE } from '../catalogue/plain';
import { applyCommand } from '../document/commands/commands';
import { createProject } from '../document/create';
import { seeded } from '../testing/random';
import { type Cell, catalogueCsv, catalogueRows, readCatalogue, readCatalogueCsv } from './catalogueTable';

test('what goes out comes in again, as rows and as text', () => {
  const wares = PLAIN_CATALOGUE.map((w, i) => ({
    ...w,
    price: i % 2 === 0 ? i + 0.5 : null,
    delivery: i === 3 ? 12 : null,
  }));
  expect(readCatalogue(catalogueRows(wares))).toEqual({ wares, problems: [] });
  expect(readCatalogueCsv(catalogueCsv(wares))).toEqual({ wares, problems: [] });
});

test('another shop’s table: its units in the head, commas for points, no ids, semicolons', () => {
  const { wares, problems } = readCatalogueCsv(
    '\ufeffName;Kind;Length (in);Width in;Price;In a pack;Use\nPine;bar;96;;7,98;;\nWool;slab;48;24;68;6;no\n',
  );
  expect(problems).toEqual([]);
  expect(wares).toMatchObject([
    { id: 'row-2', name: 'Pine', sort: 'bar', make: '', length: 2.4384, width: null, price: 7.98, pack: 1, used: true },
    { id: 'row-3', name: 'Wool', sort: 'slab', length: 1.2192, width: 0.6096, price: 68, pack: 6, used: false },
  ]);
});

test('rows that are no wares are told one by one; the others are read', () => {
  const { wares, problems } = readCatalogueCsv(
    'name,sort,of,length mm,price,pack\nA,bar,,2400,5,1\nB,plank,,2400,5,1\nC,board,glass,2440,x,1\n,roll,cloth,,,\nD,bar,,-3,,\n\n',
  );
  expect(wares.map((w) => w.name)).toEqual(['A']);
  expect(problems).toEqual([
    'Row 3: sort: expected one of bar, board, slab, roll, pipe, small, found "plank".',
    'Row 4: of: expected one of wood, micro, found "glass".',
    'Row 4: price: expected a number from 0 to 100000, found "x".',
    'Row 5: name: expected a name, found nothing.',
    'Row 6: length: expected a number from 20 to 100000, found "-3".',
  ]);
  expect(readCatalogue([]).problems).toEqual(['The table is empty.']);
  expect(readCatalogueCsv('a,b\n1,2\n').problems[0]).toMatch(/^Row 1: expected a head with "name" and "sort"/);
});

test('five hundred tables of rubbish: whatever is read the document takes', () => {
  const random = seeded(61);
  const scraps: Cell[] = [
    '',
    'bar',
    'slab',
    'roll',
    'cloth',
    '__proto__',
    '1e9',
    -1,
    0,
    2.4,
    null,
    'ü\u0007',
    '1,5',
    'yes',
    true,
    '\ud800',
  ];
  const heads = [
    'id',
    'name',
    'sort',
    'of',
    'length mm',
    'width cm',
    'thickness m',
    'density',
    'pack',
    'price',
    'use',
    'colour',
  ];
  const project = createProject('p', 'P', { length: 4, width: 3, height: 2.5 });
  let read = 0;
  for (let t = 0; t < 500; t++) {
    const head = ['name', 'sort', ...heads.filter(() => random.whole(0, 1) === 1)];
    const plain: Record<string, Cell> = { name: 'Ware', sort: 'bar', of: '', use: 'yes' };
    const rows = Array.from({ length: random.whole(0, 6) }, () =>
      head.map((h) => (random.whole(0, 3) > 0 ? (plain[h] ?? null) : random.pick(scraps))),
    );
    const { wares } = readCatalogue([head, ...rows]);
    read += wares.length;
    if (wares.length > 0) applyCommand(project, { type: 'put-wares', wares });
  }
  expect(read).toBeGreaterThan(50);
});
