/** What to hang over one mark: the smallest stock panel and its place, what is in the way, and the ways out. */
import { faceStretch } from '../../geometry/unfold';
import type { Box } from '../../geometry/clip';
import { type PanelSize, placeOver } from '../../layout/cover';
import { coverOf, recipeOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { standoffOf } from '../../recipes/curve';
import { canCover, scattersFrom, takenFromReflection } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
import { twinStation } from '../../layout/rigs';
import { heightOver, mirrorPoint, movedPlane } from '../../physics/reflections/zones';
import { scatterDistance } from '../../room/pieces';
import { hangingFace } from '../../room/places';
import { COVER_MARGIN, openBox, targetOfMark, zoneOfMark } from './covers';
import { clippedZone } from './find';
import { levelOf, notForPanels, sentTowards } from '../../room/reflectionLevels';
import type { Mark } from './types';
import type { Setting, SettingFace } from '../../room/setting';
import type { Target } from '../../room/mirrors';
import { boxOutline, overlapping } from '../../geometry/clip';
import { distance, type Vec2, type Vec3 } from '../../geometry/vector';

export interface CoverProposal {
  size: PanelSize;
  /** In the face's own coordinates, m. */
  panels: { left: number; low: number; width: number; height: number }[];
  /** Whether its middle is at ear height; null on ceilings. */
  middleAtEars: boolean | null;
  /** Marks it would cover, by id. */
  covers: string[];
  /** Level left of this mark behind it, dB re direct; null when nothing is. */
  levelDb: number | null;
}

export interface CoverAnswer {
  face: SettingFace;
  /** Zone on the plane of the panel's face. */
  zone: Box;
  proposal: CoverProposal | null;
  /** Doors, windows, switches, heaters in the zone. */
  conflicts: { id: string; name: string; kind: string }[];
  /** Pieces that hang where a panel over the zone would have to. */
  inTheWay: { id: string; name: string }[];
  /** Least distance of an ear from a scatterer there, m, for the recipe's lowest frequency, and what it is. */
  scatter: { hz: number; least: number; there: number; far: boolean };
}

/** What a reflection is spread with where somebody wants that. */
export const SPREADER = 'qrd-7';

/** Sizes a recipe can be had in, smallest first: the stock for a panel, and its own. */
export function sizesOf(project: Project, recipe: Recipe = coverOf(project)): PanelSize[] {
  const stock = canCover(recipe) ? project.treatment.stock : [];
  const all = [...stock, { width: recipe.width, height: recipe.height }];
  const same = (a: PanelSize, b: PanelSize) =>
    Math.abs(Math.min(a.width, a.height) - Math.min(b.width, b.height)) < 1e-6 &&
    Math.abs(Math.max(a.width, a.height) - Math.max(b.width, b.height)) < 1e-6;
  return all
    .filter((s, i) => all.findIndex((o) => same(o, s)) === i)
    .sort((a, b) => a.width * a.height - b.width * b.height || a.width - b.width);
}

const upright = (s: PanelSize): PanelSize => ({
  width: Math.min(s.width, s.height),
  height: Math.max(s.width, s.height),
});
const lying = (s: PanelSize): PanelSize => ({
  width: Math.max(s.width, s.height),
  height: Math.min(s.width, s.height),
});

/** A block of equal panels over a box; one panel where one is enough. */
function blockOver(
  box: Box,
  size: PanelSize,
  input: Parameters<typeof placeOver>[2],
): { left: number; low: number; width: number; height: number }[] | null {
  const columns = Math.max(1, Math.ceil((box.right - box.left + 2 * input.margin) / size.width - 1e-9));
  const rows = Math.max(1, Math.ceil((box.high - box.low + 2 * input.margin) / size.height - 1e-9));
  const at = placeOver(box, { width: columns * size.width, height: rows * size.height }, input);
  if (!at) return null;
  return Array.from({ length: columns * rows }, (_, i) => ({
    left: at.left + (i % columns) * size.width,
    low: at.low + Math.floor(i / columns) * size.height,
    ...size,
  }));
}

/** What to hang of a recipe over a mark of a wall or ceiling; null for marks on anything else. */
export function coverMark(
  setting: Setting,
  mark: Mark,
  marks: readonly Mark[],
  recipe: Recipe = coverOf(setting.project),
): CoverAnswer | null {
  const { project } = setting;
  const target = targetOfMark(setting, mark);
  const { face } = target;
  if (!face || (face.kind !== 'wall' && face.kind !== 'ceiling')) return null;
  const standoff = standoffOf(recipe);
  const outline = zoneOfMark(setting, mark, standoff) ?? mark.zone.outline;
  // Beside what hangs there already only the rest is to be covered.
  const zone = openBox(setting, mark, outline);
  const stretch = faceStretch(face);
  const hanging = hangingFace(setting, face);
  const ears = face.kind === 'wall' ? setting.head[2] : null;
  const input = { margin: COVER_MARGIN, face: hanging, middle: ears ?? undefined };
  const sizes = sizesOf(project, recipe);
  const candidates = sizes.flatMap((size) =>
    (size.width === size.height ? [size] : [upright(size), lying(size)]).map((s) => {
      const seen = { width: s.width / stretch, height: s.height / stretch };
      return { size: s, panels: blockOver(zone, seen, input) };
    }),
  );
  const found = candidates.filter((c) => c.panels !== null);
  // Fewest square metres; among equals fewer pieces, then an upright one.
  const area = (c: (typeof found)[number]) => c.panels!.length * c.size.width * c.size.height;
  found.sort((a, b) => area(a) - area(b) || a.panels!.length - b.panels!.length);
  const best = found[0];
  let proposal: CoverProposal | null = null;
  if (best) {
    const box = around(best.panels!);
    const others = marks.filter((m) => {
      const theirs = m.face === mark.face ? zoneOfMark(setting, m, standoff) : null;
      return theirs !== null && within(boxOutline(openBox(setting, m, theirs)), box);
    });
    proposal = {
      size: best.size,
      panels: best.panels!,
      middleAtEars: ears === null ? null : Math.abs((box.low + box.high) / 2 - ears) < 0.02,
      covers: others.map((m) => m.id),
      levelDb: levelBehind(setting, mark, target, recipe),
    };
  }
  const conflicts = (face.parts ?? [])
    .filter((p) => notForPanels(p) && clippedZone(p.outline, boxOutline(zone)) !== null)
    .map(({ id, name, kind }) => ({ id, name, kind }));
  // Only told when nothing finds a place: the smallest size, wherever it covers the zone, would meet these.
  const [smallest] = sizes;
  const reach = smallest ? Math.max(smallest.width, smallest.height) : 0;
  const inTheWay = proposal
    ? []
    : setting.placed
        .filter((p) => p.face === face.id && overlapping(p.box, grown(zone, reach)))
        .map(({ id, name }) => ({ id, name }));
  const there = distance(mark.at, setting.head) - standoff;
  const hz = scattersFrom(recipeOf(project, SPREADER), setting.c)!;
  const least = scatterDistance(hz, setting.c);
  return { face, zone, proposal, conflicts, inTheWay, scatter: { hz, least, there, far: there >= least } };
}

/** Level of a mark's reflection off a recipe, at the place and angle of its front; null when nothing is left. */
function levelBehind(setting: Setting, mark: Mark, target: Target, recipe: Recipe): number | null {
  const standoff = standoffOf(recipe);
  const [from, , to] = mark.path as [Vec3, Vec3, Vec3];
  const at = mirrorPoint(movedPlane(target.plane, standoff), from, to);
  if (!at) return null;
  const way = distance(from, at) + distance(at, to);
  const steep = heightOver(target.plane, from) - standoff;
  const taken = takenFromReflection(recipe, Math.acos(Math.min(1, steep / distance(from, at))), setting);
  const l = setting.loudspeakers.find((s) => s.id === mark.loudspeaker)!;
  return levelOf(20 * Math.log10(distance(from, to) / way), taken, sentTowards(setting, l, from, at, to));
}

function around(list: readonly { left: number; low: number; width: number; height: number }[]): Box {
  return {
    left: Math.min(...list.map((p) => p.left)),
    low: Math.min(...list.map((p) => p.low)),
    right: Math.max(...list.map((p) => p.left + p.width)),
    high: Math.max(...list.map((p) => p.low + p.height)),
  };
}

/** A box with so much more on every side, but for what the zone itself takes. */
function grown(box: Box, by: number): Box {
  const [dx, dy] = [by - (box.right - box.left), by - (box.high - box.low)].map((d) => Math.max(0, d)) as [
    number,
    number,
  ];
  return { left: box.left - dx, low: box.low - dy, right: box.right + dx, high: box.high + dy };
}

function within(zone: readonly Vec2[], box: Box): boolean {
  const slack = 1e-6;
  return zone.every(
    ([u, v]) => u >= box.left - slack && u <= box.right + slack && v >= box.low - slack && v <= box.high + slack,
  );
}

/** The mark that is a mark's mirror image about the listening axis; null when there is none. */
export function twinMark(setting: Setting, mark: Mark, marks: readonly Mark[]): Mark | null {
  const l = setting.loudspeakers.find((s) => s.id === mark.loudspeaker);
  const station = twinStation(l?.station ?? null);
  const twin = setting.loudspeakers.find((s) => s.station === station && station !== null);
  if (!twin) return null;
  const image = [2 * setting.axis - mark.at[0], mark.at[1], mark.at[2]] as const;
  const candidates = marks.filter((m) => m.loudspeaker === twin.id && m.kind === mark.kind);
  return candidates.find((m) => distance(m.at, image) < 0.25) ?? null;
}
