/**
 * Everything decided by number gets its place: corner pieces first, for they narrow the walls; then a row on every wall, at one level line,
 * over the marks and with equal gaps, as mirror images about the listening axis wherever that loses nothing; then a group under the ceiling.
 * The choice of how many go into which stretch is exact (layout/line.ts). What finds no place is told with the reason and ways that were tried.
 */
import { boundsOf } from '../../geometry/clip';
import { applyCommand } from '../../document/commands/commands';
import { recipeOf } from '../../document/recipes';
import { isByNumber, type Piece, type PieceAt, type Project } from '../../document/schema/project';
import { standoffOf } from '../../recipes/curve';
import { canCover } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
import { keepOutsOn } from '../../room/keepOuts';
import { recipeAsLaid, laidSize } from '../../room/pieces';
import { numbered, piecesFor } from '../../room/laying';
import { type PlanPlace, placesOf, spreadOver } from '../../room/places';
import { type Setting, type SettingFace, settingOf } from '../../room/setting';
import { COVER_MARGIN, wantingOn, zoneOfMark } from '../marks/covers';
import { type MarksResult, studyMarks } from '../marks/study';
import { groupOn } from './ceiling';
import { levelOf } from './level';
import { loosePieces, loosePlace } from './loose';
import { edgeRowOn, piecesOf, type Row, rowOn, sameSize } from './row';
import { solveWalls } from './walls';
import { reasonOf, waysFor } from './ways';
import type { LaidPiece, LayOutResult, NoRoom, OpenMark, Unplaced, Wanted, WayOut, ZoneOn } from './types';

/** What is wanted by number, and by pieces lifted. */
function wantedOf(setting: Setting, lifted: readonly PieceAt[]): Wanted[] {
  const { project } = setting;
  const decided = project.treatment.pieces.filter(isByNumber).filter((p) => p.state === 'decided');
  const list: Wanted[] = decided.map((p) => {
    const recipe = recipeOf(project, p.recipe);
    return { recipe, on: p.place.on, count: p.place.count, size: laidSize(recipe), decided: p.dates.decided };
  });
  for (const p of lifted) {
    const own = recipeOf(project, p.recipe);
    const size = { width: p.place.width, height: p.place.height };
    const recipe = sameSize(size, laidSize(own)) ? own : recipeAsLaid(own, size);
    const on = loosePlace(setting, p)!;
    const known = list.find((w) => w.on === on && w.recipe.id === own.id && sameSize(w.size, size));
    if (known) known.count += 1;
    else list.push({ recipe, on, count: 1, size, decided: p.dates.decided });
  }
  return list;
}

/** The document without what is lifted and without numbers: what stays where it is. */
function cleared(project: Project, lifted: readonly PieceAt[]): Project {
  const ids = project.treatment.pieces
    .filter((p) => isByNumber(p) || lifted.some((l) => l.id === p.id))
    .map((p) => p.id);
  return ids.length > 0 ? applyCommand(project, { type: 'take-pieces', ids }).project : project;
}

interface State {
  setting: Setting;
  pieces: LaidPiece[];
}

/** A setting with some pieces more in it. */
function withPieces(project: Project, laid: readonly LaidPiece[]): State {
  const bare = settingOf(project);
  const pieces = documentPieces(bare, laid, null);
  const next = pieces.length > 0 ? applyCommand(project, { type: 'put-pieces', pieces }).project : project;
  return { setting: settingOf(next), pieces: [...laid] };
}

/** Pieces laid out as the document keeps them, in hanging order. */
export function documentPieces(setting: Setting, laid: readonly LaidPiece[], at: string | null): Piece[] {
  const pieces = laid.flatMap((p) => {
    const face = setting.faces.find((f) => f.id === p.face)!;
    const made = { recipe: p.recipe, name: 'Piece', covers: p.covers, at };
    return piecesFor(setting, face, [p], made).map((piece) => ({
      ...piece,
      dates: { ...piece.dates, decided: p.decided },
    }));
  });
  return numbered(setting.project, pieces, 'Piece');
}

/** Stacked in a corner from the floor up, one on the other. */
function inCorner(setting: Setting, place: PlanPlace, wanted: Wanted): { pieces: LaidPiece[]; left: number } {
  const [strip] = spreadOver(setting, place, wanted.recipe);
  if (!strip || strip.outline.length < 3) return { pieces: [], left: wanted.count };
  const box = boundsOf(strip.outline);
  const pieces: LaidPiece[] = [];
  for (const [from, to] of place.spans) {
    let low = from;
    while (pieces.length < wanted.count && low + wanted.size.height <= to + 1e-9) {
      pieces.push({
        face: strip.face.id,
        recipe: wanted.recipe.id,
        left: box.left,
        low,
        ...wanted.size,
        covers: [],
        decided: wanted.decided,
      });
      low += wanted.size.height;
    }
  }
  return { pieces, left: wanted.count - pieces.length };
}

/** Zones of a face that want covering by one of these, with the margin hanging by hand needs. */
function zonesOn(setting: Setting, face: SettingFace, marks: MarksResult, by: Recipe): ZoneOn[] {
  return wantingOn(face, marks.marks, marks.threshold).map((m) => {
    const b = boundsOf(zoneOfMark(setting, m, standoffOf(by)) ?? m.zone.outline);
    return {
      mark: m.id,
      weight: 1 + Math.max(0, (m.bareDb ?? -60) + 60) / 1e5,
      from: b.left - COVER_MARGIN,
      to: b.right + COVER_MARGIN,
      low: b.low - COVER_MARGIN,
      high: b.high + COVER_MARGIN,
    };
  });
}

/**
 * Lays out what is decided. Deterministic: it reads the document alone, and the order of its lists does not matter.
 * @param afresh lifts what is laid out already, but for what is up or locked; else that stays where it is
 * @param tell told the part done, 0…1
 */
export function layOut(project: Project, afresh: boolean, tell: (part: number) => void = () => {}): LayOutResult {
  const now = settingOf(project);
  const lifted = afresh ? loosePieces(now) : [];
  const order = (w: Wanted) => `${w.on} ${w.recipe.id} ${w.size.width.toFixed(4)} ${w.size.height.toFixed(4)}`;
  const wanted = wantedOf(now, lifted).sort((a, b) => (order(a) < order(b) ? -1 : 1));
  const base = cleared(now.project, lifted);
  const { leastGap } = base.treatment.hanging;
  const unplaced: Unplaced[] = [];
  const miss = (w: Wanted, where: string, count: number, reason: NoRoom, ways: WayOut[] = []) => {
    if (count > 0) unplaced.push({ recipe: w.recipe.id, size: w.size, on: w.on, where, count, reason, ways });
  };
  let state = withPieces(base, []);
  const places = new Map(placesOf(state.setting).map((p) => [p.id, p]));
  // Corners first: what remains of the walls is known then.
  const laid: LaidPiece[] = [];
  const onFaces: Wanted[] = [];
  const onEdges: { place: PlanPlace; wanted: Wanted }[] = [];
  for (const w of wanted) {
    const place = places.get(w.on);
    const face = state.setting.faces.find((f) => f.id === w.on);
    if (!place && !face) miss(w, w.on, w.count, { why: 'not-in-state' });
    else if (place?.class === 'edges') onEdges.push({ place, wanted: w });
    else if (place?.class !== 'corners') onFaces.push(w);
    else {
      const { pieces, left } = inCorner(state.setting, place, w);
      laid.push(...pieces);
      const longest = Math.max(0, ...place.spans.map(([a, b]) => b - a));
      miss(w, place.name, left, { why: 'corner', longest, needs: w.size.height });
      // Two recipes in one corner stand on one another.
      const next = withPieces(base, laid);
      for (const p of placesOf(next.setting)) places.set(p.id, p);
      state = next;
    }
  }
  const edges = [...new Set(onEdges.map((e) => e.place))].map((place) => {
    const face = state.setting.faces.find((f) => f.id === place.faces[0])!;
    const here = onEdges.filter((e) => e.place === place).map((e) => e.wanted);
    return { place, row: edgeRowOn(state.setting, face, here) };
  });
  const along = solveWalls(
    state.setting,
    edges.map((e) => e.row),
    leastGap,
  );
  for (const { place, row } of edges) {
    const { stood, placed } = along.solved.get(row.face.id)!;
    laid.push(...piecesOf(row, stood));
    row.wanted.forEach((w, i) => miss(w, place.name, w.count - placed[i]!, reasonOf(row, w, leastGap)));
  }
  if (edges.length > 0) state = withPieces(base, laid);
  tell(0.2);
  const { setting } = state;
  const marks = studyMarks(setting.project, setting).result;
  tell(0.5);
  const walls = setting.faces.filter((f) => f.kind === 'wall' && f.foot && f.foot.length === 2);
  const level = levelOf(now);
  const rows = walls.flatMap((face): Row[] => {
    const here = onFaces.filter((w) => w.on === face.id);
    if (here.length === 0) return [];
    const coverer = here.find((w) => canCover(w.recipe))?.recipe;
    const row = rowOn(setting, face, here, level, coverer ? zonesOn(setting, face, marks, coverer) : []);
    for (const w of here)
      if (!row.wanted.includes(w))
        miss(w, face.name, w.count, { why: 'higher-than-face', height: w.size.height, face: heightOf(face) });
    return [row];
  });
  const { solved, mirrored, unmirrored } = solveWalls(setting, rows, leastGap);
  for (const row of rows) {
    const answer = solved.get(row.face.id)!;
    laid.push(...piecesOf(row, answer.stood));
    row.wanted.forEach((w, i) => {
      const missing = w.count - answer.placed[i]!;
      if (missing > 0)
        miss(w, row.face.name, missing, reasonOf(row, w, leastGap), waysFor({ setting, level, rows, solved }, row, i));
    });
  }
  tell(0.8);
  const ceilings = setting.faces.filter((f) => f.kind === 'ceiling');
  let under = withPieces(base, laid).setting;
  for (const w of onFaces) {
    const face = ceilings.find((f) => f.id === w.on);
    if (!face) continue;
    const { pieces, left } = groupOn(under, face, w, zonesOn(under, face, marks, w.recipe), leastGap);
    laid.push(...pieces);
    const names = keepOutsOn(under, face, standoffOf(w.recipe)).map((k) => k.name);
    miss(w, face.name, left, { why: 'group', names: [...new Set(names)] });
    under = withPieces(base, laid).setting;
  }
  tell(1);
  return {
    afresh,
    pieces: laid,
    unplaced,
    open: openMarks(setting, marks, rows, onFaces, laid),
    level,
    offLevel: rows.filter((r) => r.off !== 0).map((r) => ({ face: r.face.id, name: r.face.name, by: r.off })),
    mirrored,
    unmirrored,
  };
}

const heightOf = (face: SettingFace): number => {
  const outline = face.vertices.map((p) => p[face.kind === 'ceiling' ? 1 : 2]);
  return Math.max(...outline) - Math.min(...outline);
};

/** Marks of walls and ceilings that want covering and are not held by any piece laid out, with the reason. */
function openMarks(
  setting: Setting,
  marks: MarksResult,
  rows: readonly Row[],
  wanted: readonly Wanted[],
  laid: readonly LaidPiece[],
): OpenMark[] {
  const held = new Set(laid.flatMap((p) => p.covers));
  const hangable = setting.faces.filter((f) => f.kind === 'wall' || f.kind === 'ceiling');
  return hangable.flatMap((face) =>
    wantingOn(face, marks.marks, marks.threshold)
      .filter((m) => !held.has(m.id))
      .map((m): OpenMark => {
        const row = rows.find((r) => r.face === face);
        const zone = row?.zones.find((z) => z.mark === m.id);
        const why = (): OpenMark['why'] => {
          const under = wanted.some((w) => w.on === face.id && canCover({ ...w.recipe, form: 'flat' }));
          if (face.kind === 'ceiling') return under ? 'too-few' : 'none-wanted';
          if (!row || !zone) return 'none-wanted';
          if (
            !row.wanted.some(
              (w, i) => canCover(w.recipe) && row.lows[i]! <= zone.low && row.lows[i]! + w.size.height >= zone.high,
            )
          )
            return 'off-the-row';
          if (!row.free.some((s) => s.from <= zone.from && s.to >= zone.to)) return 'in-the-way';
          return 'too-few';
        };
        return { mark: m.id, letter: m.letter, face: face.id, faceName: face.name, why: why() };
      }),
  );
}
