/** Why a piece found no place in its row, and the ways out that hold at least one more: each is tried by laying the row out again. */
import type { Setting, SettingFace } from '../../room/setting';
import { sizesOf } from '../marks/coverMark';
import { plain, type Row, rowOn, type Solved } from './row';
import type { Level, Line, NoRoom, Wanted, WayOut } from './types';
import { countsOf } from './walls';

/** What stands in the row by name, and the longest stretch it leaves. */
export function reasonOf(row: Row, wanted: Wanted, least: number): NoRoom {
  const longest = Math.max(0, ...row.free.map((s) => s.to - s.from));
  const inRow = row.keepOuts.filter((k) => k.low < row.high - 1e-9 && k.high > row.low + 1e-9);
  return {
    why: 'row',
    longest,
    needs: wanted.size.width + 2 * least,
    names: [...new Set(inRow.map((k) => k.name))],
  };
}

interface LaidOut {
  /** The room before any row, and with all that is laid out. */
  setting: Setting;
  full: Setting;
  level: Level;
  /** Lines of a second row. */
  seconds: readonly Line[];
  rows: readonly Row[];
  /** By face. */
  solved: ReadonlyMap<string, Solved>;
}

/** Turned from upright to lying, or back; null for what is the same then, or scatters one way only. */
export const turnedOver = ({ recipe, size: { width, height }, ...rest }: Wanted): Wanted | null =>
  width === height || recipe.form !== 'flat' || recipe.scatterer
    ? null
    : { ...rest, recipe, size: { width: height, height: width } };

/** Ways out for so many of one kind of a row that have no place. */
export function waysFor(
  { setting, full, level, seconds, rows, solved }: LaidOut,
  row: Row,
  kind: number,
  missing: number,
): WayOut[] {
  const { usable, hanging } = setting.project.treatment;
  const wanted = row.wanted[kind]!;
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
  const least = hanging.leastGap;
  /** How many of those missing a row laid out otherwise holds. */
  const more = (other: Row, gap = least) =>
    Math.min(missing, sum(plain(other, countsOf(other), gap).placed) - sum(solved.get(other.face.id)?.placed ?? []));
  const again = (list: Wanted[], without?: ReadonlySet<string>) =>
    rowOn(setting, row.face, list, level, row.zones, without);
  const others = row.wanted.filter((w) => w !== wanted);
  const stays = wanted.count > missing ? [{ ...wanted, count: wanted.count - missing }] : [];
  const inSize = (size: Wanted['size']) => again([...others, ...stays, { ...wanted, size, count: missing }]);
  const { width, height } = wanted.size;
  const smaller = sizesOf(setting.project, wanted.recipe).filter((s) => s.width * s.height < width * height - 1e-6);
  const elsewhere = setting.faces.filter(
    (f) => f !== row.face && f.kind === 'wall' && f.foot !== null && usable.includes(f.surface),
  );
  const left = { ...wanted, count: missing };
  const second = seconds.flatMap((line) =>
    [left, turnedOver(left)].map((w) => (w ? sum(secondRow(full, row.face, w, line, least)) : 0)),
  );
  const ways: WayOut[] = [
    ...row.keepOuts
      .filter((k) => k.kind === 'thing')
      .map((k): WayOut => ({ way: 'move', name: k.name, count: more(again(row.wanted, new Set([k.id]))) })),
    ...(least > 0 ? [{ way: 'gap' as const, gap: 0, count: more(row, 0) }] : []),
    ...(hanging.secondRow ? [] : [{ way: 'row' as const, count: Math.max(0, ...second) }]),
    ...smaller.map((size): WayOut => ({ way: 'size', ...size, count: more(inSize(size)) })),
    ...elsewhere.map((face): WayOut => {
      const there = rows.find((r) => r.face.id === face.id);
      const list = [...(there?.wanted ?? []), { ...wanted, on: face.id, count: missing }];
      const other = rowOn(setting, face, list, level, there?.zones ?? []);
      return { way: 'wall', face: face.id, name: face.name, count: more(other) };
    }),
  ];
  return ways.filter((w) => w.count > 0);
}

/** How many of one kind a row on another line of a wall holds; none where the wall does not let it keep that line. */
function secondRow(setting: Setting, face: SettingFace, wanted: Wanted, line: Line, least: number): number[] {
  const row = rowOn(setting, face, [wanted], line, []);
  return row.off === 0 ? plain(row, countsOf(row), least).placed : [];
}
