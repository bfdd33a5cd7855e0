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
import { keepOutsOn } from '../../room/hung/keepOuts';
import { isOwnSize, laidSize, recipeAsLaid } from '../../room/pieces';
import { numbered, piecesFor } from '../../room/laying';
import { isUsableFace, type PlanPlace, placesOf, tooShortFor } from '../../room/places';
import { type Setting, type SettingFace, settingOf } from '../../room/setting';
import { COVER_MARGIN, wantingOn, zoneOfMark } from '../marks/covers';
import { type MarksResult, studyMarks } from '../marks/study';
import { groupOn } from './ceiling';
import { inCorner, otherCorners } from './corner';
import { levelOf } from './level';
import { loosePieces, loosePlace } from './loose';
import { openMarks } from './open';
import { alike, edgeRowOn, type Row, rowOn } from './row';
import { layRows, type Rows } from './rows';
import { spreadOut } from './spread';
import { reasonOf, turnedOver, waysFor } from './ways';
import type { LaidPiece, LayOutResult, Line, NoRoom, Unplaced, Wanted, WayOut, ZoneOn } from './types';

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
    // What lies is wanted upright again: it lies where there is no other place.
    const size = isOwnSize(own, p.place) ? laidSize(own) : { width: p.place.width, height: p.place.height };
    const recipe = recipeAsLaid(own, size);
    const on = loosePlace(setting, p)!;
    const known = list.find((w) => w.on === on && alike(w, { recipe: own, size }));
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

/** The room of a document with some pieces more in it. */
function withPieces(project: Project, laid: readonly LaidPiece[]): Setting {
  const bare = settingOf(project);
  const pieces = documentPieces(bare, laid, null);
  const next = pieces.length > 0 ? applyCommand(project, { type: 'put-pieces', pieces }).project : project;
  return settingOf(next);
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
  let setting = withPieces(base, []);
  const places = new Map(placesOf(setting).map((p) => [p.id, p]));
  // Corners first: what remains of the walls is known then.
  const laid: LaidPiece[] = [];
  const onFaces: Wanted[] = [];
  const onEdges: { place: PlanPlace; wanted: Wanted }[] = [];
  for (const w of wanted) {
    const place = places.get(w.on);
    const face = setting.faces.find((f) => f.id === w.on);
    if (!place && !face) miss(w, w.on, w.count, { why: 'not-in-state' });
    else if (place?.class === 'edges') onEdges.push({ place, wanted: w });
    else if (place?.class !== 'corners') onFaces.push(w);
    else {
      const short = tooShortFor(setting, place, w.recipe);
      const { pieces, left } = short ? { pieces: [], left: w.count } : inCorner(setting, place, w);
      laid.push(...pieces);
      const reason: NoRoom = short
        ? { why: 'short-wall', name: short.name, length: short.length, needs: w.size.width }
        : { why: 'corner', longest: Math.max(0, ...place.spans.map(([a, b]) => b - a)), needs: w.size.height };
      miss(w, place.name, left, reason, otherCorners(setting, places, wanted, w, left));
      // Two recipes in one corner stand on one another.
      setting = withPieces(base, laid);
      for (const p of placesOf(setting)) places.set(p.id, p);
    }
  }
  const edges = new Map(onEdges.map((e) => [e.place.faces[0]!, e.place]));
  const listOn = (face: SettingFace) =>
    onEdges.filter((e) => e.place.id === edges.get(face.id)?.id).map((e) => e.wanted);
  const along = layRows(
    setting.faces.filter((f) => edges.has(f.id)),
    laid,
    (list) => withPieces(base, list),
    (room, face) => edgeRowOn(room, face, listOn(face)),
    leastGap,
  );
  laid.splice(0, laid.length, ...along.laid);
  for (const row of along.rows) {
    const { placed } = along.solved.get(row.face.id)!;
    row.wanted.forEach((w, i) =>
      miss(w, edges.get(row.face.id)!.name, w.count - placed[i]!, reasonOf(row, w, leastGap)),
    );
  }
  if (edges.size > 0) setting = withPieces(base, laid);
  tell(0.2);
  const marks = studyMarks(setting.project, setting).result;
  tell(0.5);
  const walls = setting.faces.filter((f) => f.kind === 'wall' && f.foot && f.foot.length === 2);
  const level = levelOf(now);
  const coverOf = (list: readonly Wanted[]) => list.find((w) => canCover(w.recipe))?.recipe;
  const zonesFor = (face: SettingFace, list: readonly Wanted[]) => {
    const by = coverOf(list);
    const held = new Set(laid.flatMap((p) => p.covers));
    return by ? zonesOn(setting, face, marks, by).filter((z) => !held.has(z.mark)) : [];
  };
  const onWalls = spreadOut(
    setting,
    walls,
    onFaces.filter((w) => walls.some((f) => f.id === w.on)),
    (face, list) => rowOn(setting, face, list, level, zonesFor(face, list)),
  );
  // Pieces are only ever added.
  const after = new Map<number, Setting>();
  const put = (list: readonly LaidPiece[]): Setting => {
    const room = after.get(list.length) ?? withPieces(base, list);
    after.set(list.length, room);
    return room;
  };
  /** What has no place yet. */
  let missing = onWalls.map((w) => ({ ...w }));
  const offs = new Map<string, number>();
  /** One row on every wall that wants one: what it places is missing no more. */
  const round = (lineOf: (face: SettingFace) => Line | null, turned: boolean): Rows => {
    const asked = new Map<Wanted, Wanted>();
    const rowOf = (room: Setting, face: SettingFace): Row | null => {
      const line = lineOf(face);
      const list = missing.flatMap((w) => {
        const as = w.on !== face.id || w.count === 0 ? null : turned ? turnedOver(w) : { ...w };
        if (as) asked.set(as, w);
        return as ?? [];
      });
      if (!line || list.length === 0) return null;
      const row = rowOn(room, face, list, line, zonesFor(face, list));
      // A second row keeps its line or is none.
      return line.by === level.by && line.height === level.height ? row : row.off === 0 ? row : null;
    };
    const wanting = walls.filter((f) => missing.some((w) => w.on === f.id && w.count > 0));
    const rows = layRows(wanting, laid, put, rowOf, leastGap);
    laid.splice(0, laid.length, ...rows.laid);
    for (const row of rows.rows) {
      const { placed } = rows.solved.get(row.face.id)!;
      row.wanted.forEach((w, k) => (asked.get(w)!.count -= placed[k]!));
      if (placed.some((n) => n > 0) && !offs.has(row.face.id)) offs.set(row.face.id, row.off);
    }
    return rows;
  };
  const first = round(() => level, false);
  const { rows, solved, mirrored, unmirrored } = first;
  const lying = round(({ id }) => ({ ...level, height: level.height + (offs.get(id) ?? 0) }), true);
  const seconds = secondLines([...rows, ...lying.rows], laid, leastGap);
  if (base.treatment.hanging.secondRow)
    for (const line of seconds) for (const turned of [false, true]) round(() => line, turned);
  missing = missing.filter((w) => w.count > 0);
  const full = missing.length > 0 ? put(laid) : setting;
  for (const w of missing) {
    const face = walls.find((f) => f.id === w.on)!;
    const row = rows.find((r) => r.face.id === w.on);
    const kind = row?.wanted.findIndex((o) => alike(o, w)) ?? -1;
    if (!row || kind < 0)
      miss(w, face.name, w.count, { why: 'higher-than-face', height: w.size.height, face: heightOf(face) });
    else {
      const ways = waysFor({ setting, full, level, seconds, rows, solved }, row, kind, w.count);
      miss(w, face.name, w.count, reasonOf(row, w, leastGap), ways);
    }
  }
  tell(0.8);
  const ceilings = setting.faces.filter((f) => f.kind === 'ceiling');
  let under = withPieces(base, laid);
  for (const w of onFaces) {
    const face = ceilings.find((f) => f.id === w.on);
    if (!face) continue;
    const { pieces, left } = groupOn(under, face, w, zonesOn(under, face, marks, w.recipe), leastGap);
    laid.push(...pieces);
    const names = keepOutsOn(under, face, standoffOf(w.recipe)).map((k) => k.name);
    under = withPieces(base, laid);
    const others = left > 0 ? ceilings.filter((f) => f !== face && isUsableFace(now, f)) : [];
    const ways = others.flatMap((f): WayOut[] => {
      const held = groupOn(under, f, { ...w, count: left }, [], leastGap).pieces.length;
      return held > 0 ? [{ way: 'wall', face: f.id, name: f.name, count: held }] : [];
    });
    miss(w, face.name, left, { why: 'group', names: [...new Set(names)] }, ways);
  }
  tell(1);
  return {
    afresh,
    pieces: laid,
    unplaced,
    open: openMarks(setting, marks, rows, onFaces, laid),
    level,
    offLevel: walls
      .filter((f) => (offs.get(f.id) ?? 0) !== 0)
      .map(({ id, name }) => ({ face: id, name, by: offs.get(id)! })),
    mirrored,
    unmirrored,
  };
}

/** Lines of second rows: lower edges over the tallest of all first rows, upper edges under the lowest. */
function secondLines(rows: readonly Row[], laid: readonly LaidPiece[], gap: number): Line[] {
  const inRows = laid.filter((p) =>
    rows.some((r) => r.face.id === p.face && p.low > r.low - 1e-6 && p.low + p.height < r.high + 1e-6),
  );
  if (inRows.length === 0) return [];
  const over = Math.max(...inRows.map((p) => p.low + p.height));
  const under = Math.min(...inRows.map((p) => p.low));
  return [
    { by: 'lows', height: over + gap },
    { by: 'tops', height: under - gap },
  ];
}

const heightOf = (face: SettingFace): number => {
  const outline = face.vertices.map((p) => p[face.kind === 'ceiling' ? 1 : 2]);
  return Math.max(...outline) - Math.min(...outline);
};
