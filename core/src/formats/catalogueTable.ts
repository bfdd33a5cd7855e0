/** The catalogue as a table: out as rows and CSV, in from what a spreadsheet gives; lengths in mm, or in what the head says. */
import Papa from 'papaparse';
import { MAKES, WARE_SORTS, type WareSort } from '../catalogue/sorts';
import type { Ware } from '../catalogue/wares';
import { isReserved, LIMITS } from '../document/schema/basics';

export type Cell = string | number | boolean | null;

const HEAD = [
  'id',
  'name',
  'sort',
  'of',
  'length mm',
  'width mm',
  'thickness mm',
  'density',
  'pack',
  'price',
  'delivery',
  'weight kg',
  'use',
];

const mm = (m: number | null): number | null => (m === null ? null : Math.round(m * 1e5) / 100);

/** Head and a row a ware. */
export const catalogueRows = (wares: readonly Ware[]): Cell[][] => [
  HEAD,
  ...wares.map((w) => [
    ...[w.id, w.name, w.sort, w.make],
    ...[mm(w.length), mm(w.width), mm(w.thickness), w.density],
    ...[w.pack, w.price, w.delivery, w.mass, w.used ? 'yes' : 'no'],
  ]),
];

export const catalogueCsv = (wares: readonly Ware[]): string =>
  `${Papa.unparse(catalogueRows(wares), { newline: '\r\n', escapeFormulae: /^[=+@\t\r]/ })}\r\n`;

export interface ReadCatalogue {
  wares: Ware[];
  /** A sentence a row that could not be read. */
  problems: string[];
}

const UNITS = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254, ft: 0.3048 } as const;
const MOST = 500;

/** Columns by what their head says: "length mm", "Width (cm)", "price". */
function columnsOf(head: readonly Cell[]) {
  const names = head.map((h) =>
    String(h ?? '')
      .trim()
      .toLowerCase(),
  );
  const at = (...words: string[]) =>
    names.findIndex((n) => words.some((w) => n === w || n.startsWith(`${w} `) || n.startsWith(`${w}(`)));
  const length = (...words: string[]) => {
    const i = at(...words);
    const unit =
      i < 0
        ? 'mm'
        : (/(mm|cm|ft|in|m)\b\)?\s*$/.exec(
            names[i]!.replace(
              words.find((w) => names[i]!.startsWith(w))!,
              '',
            ),
          )?.[1] ?? 'mm');
    return { i, scale: UNITS[unit as keyof typeof UNITS] };
  };
  return {
    id: at('id'),
    name: at('name', 'ware', 'item'),
    sort: at('sort', 'kind'),
    make: at('of', 'made of', 'material'),
    lengths: { length: length('length'), width: length('width'), thickness: length('thickness') },
    density: at('density'),
    pack: at('pack', 'in a pack'),
    price: at('price'),
    delivery: at('delivery'),
    mass: at('weight', 'mass'),
    used: at('use', 'used'),
  };
}

/** A number with a point or a comma; null where nothing is; undefined: it is none. */
function numberIn(cell: Cell | undefined): number | null | undefined {
  if (cell === null || cell === undefined || (typeof cell === 'string' && cell.trim() === '')) return null;
  if (typeof cell === 'number') return Number.isFinite(cell) ? cell : undefined;
  const text = String(cell).trim().replace(/\s/g, '');
  const plain = /^-?\d+(,\d+)?$/.test(text) ? text.replace(',', '.') : text;
  return /^-?\d*\.?\d+$/.test(plain) ? Number(plain) : undefined;
}

/** Wares of rows with a head; a row that cannot be a ware is told with its number and what was expected. */
export function readCatalogue(rows: readonly (readonly Cell[])[]): ReadCatalogue {
  const [head, ...body] = rows;
  if (!head) return { wares: [], problems: ['The table is empty.'] };
  const c = columnsOf(head);
  if (c.name < 0 || c.sort < 0)
    return {
      wares: [],
      problems: [
        `Row 1: expected a head with "name" and "sort", found ${head.map((h) => `"${String(h ?? '')}"`).join(', ')}.`,
      ],
    };
  const wares: Ware[] = [];
  const problems: string[] = [];
  const ids = new Set<string>();
  body.forEach((row, i) => {
    if (row.every((cell) => cell === null || String(cell).trim() === '')) return;
    const told = `Row ${i + 2}`;
    const faults: string[] = [];
    const text = (at: number) => (at < 0 ? '' : String(row[at] ?? '').trim());
    const value = (at: number, what: string, [least, most]: readonly [number, number]): number | null => {
      if (at < 0) return null;
      const read = numberIn(row[at]);
      if (read === undefined || (read !== null && (read < least || read > most))) {
        faults.push(`${what}: expected a number from ${least} to ${most}, found "${text(at)}"`);
        return null;
      }
      return read;
    };
    const size = (key: 'length' | 'width' | 'thickness', [least, most]: readonly [number, number]): number | null => {
      const { i: at, scale } = c.lengths[key];
      const read = value(at, key, [least / scale, most / scale]);
      return read === null ? null : Math.round(read * scale * 1e7) / 1e7;
    };
    const sort = text(c.sort).toLowerCase() as WareSort;
    if (!WARE_SORTS.includes(sort)) {
      problems.push(`${told}: sort: expected one of ${WARE_SORTS.join(', ')}, found "${text(c.sort)}".`);
      return;
    }
    const make = text(c.make).toLowerCase();
    const can = MAKES[sort];
    if (!can.includes(make) && !(make === '' && can.length === 1))
      faults.push(
        `of: expected one of ${can.filter((m) => m !== '').join(', ') || 'nothing'}, found "${text(c.make)}"`,
      );
    const name = text(c.name)
      .replace(/[\p{Cc}\p{Surrogate}\ufffe\uffff]/gu, '')
      .slice(0, 120);
    if (name === '') faults.push('name: expected a name, found nothing');
    let id = text(c.id).slice(0, 40);
    if (!/^[\w-]{1,40}$/.test(id) || isReserved(id) || ids.has(id)) id = `row-${i + 2}`;
    const ware: Ware = {
      ...{ id, name, sort, make },
      density: value(c.density, 'density', LIMITS.fillDensity),
      length: size('length', LIMITS.wareLength),
      width: size('width', LIMITS.wareWidth),
      thickness: size('thickness', LIMITS.wareThickness),
      pack: value(c.pack, 'pack', LIMITS.pack) ?? 1,
      price: value(c.price, 'price', LIMITS.price),
      delivery: value(c.delivery, 'delivery', LIMITS.price),
      mass: value(c.mass, 'weight', LIMITS.kilograms),
      used: !/^(no|n|0|false)$/i.test(text(c.used)),
    };
    if (faults.length > 0) problems.push(...faults.map((f) => `${told}: ${f}.`));
    else if (wares.length >= MOST) problems.push(`${told}: a catalogue has at most ${MOST} wares.`);
    else {
      ids.add(id);
      wares.push(ware);
    }
  });
  return { wares, problems };
}

/** The same of a text with commas, semicolons or tabs. */
export function readCatalogueCsv(text: string): ReadCatalogue {
  const read = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [';', '\t', ','],
  });
  return readCatalogue(read.data);
}
