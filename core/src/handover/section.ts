/** Sections of the room: cut along the listening axis, and across at the head. What the cut meets is drawn, with ears and loudspeakers before it. */
import type { Vec2 } from '../geometry/vector';
import { escape, INK, n, paperFor, type SheetSvg, SOFT } from '../report/paper';
import type { Setting } from '../room/setting';

export type SectionAlong = 'length' | 'width';

/** Nearer to one another than this, marks on the paper would be read as one, mm. */
const SAME_MM = 2;

/** Places are tried at this step, m. */
const STEP = 0.02;

/** The outline of the air on the plane: along the axis (x is the depth of the room) or across it; m. */
export function sectionOutline({ solid, axis, head }: Setting, along: SectionAlong): Vec2[] {
  const plan = solid.plan.map((c) => c.at);
  const [from, to] = along === 'length' ? range(plan, 1) : range(plan, 0);
  const at = (t: number): Vec2 => (along === 'length' ? [axis, t] : [t, head[1]]);
  const low: Vec2[] = [];
  const high: Vec2[] = [];
  for (let t = from; t <= to + 1e-9; t += STEP) {
    const place = at(Math.min(to - 1e-6, Math.max(from + 1e-6, t)));
    const [floor, ceiling] = [solid.floorAt(place), solid.ceilingAt(place)];
    if (floor === null || ceiling === null) continue;
    low.push([t, floor]);
    high.push([t, ceiling]);
  }
  return straightened([...low, ...high.reverse()]);
}

const range = (plan: readonly Vec2[], i: 0 | 1): [number, number] => [
  Math.min(...plan.map((p) => p[i])),
  Math.max(...plan.map((p) => p[i])),
];

/** Points that lie on the line between their neighbours are left out. */
function straightened(points: readonly Vec2[]): Vec2[] {
  const kept: Vec2[] = [];
  points.forEach((p, i) => {
    const [a, b] = [kept.at(-1), points[i + 1]];
    if (a && b) {
      const across = (p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0]);
      if (Math.abs(across) < 1e-6 * Math.max(1, Math.hypot(b[0] - a[0], b[1] - a[1]))) return;
    }
    kept.push(p);
  });
  return kept;
}

export function sectionSvg(
  setting: Setting,
  along: SectionAlong,
  size: readonly [number, number],
  font: string,
): SheetSvg {
  const outline = sectionOutline(setting, along);
  const paper = paperFor(outline, size, true, font);
  const i = along === 'length' ? 1 : 0;
  const mm = 1000 / paper.size.scale;
  const [hx, hy] = paper.at([setting.head[i], setting.head[2]]);
  const things = setting.objects
    .filter((o) => o.faces.length > 0)
    .map((o) => {
      const along_ = o.outline.map((p) => p[i]);
      const [a, b] = [Math.min(...along_), Math.max(...along_)];
      const box: Vec2[] = [
        [a, o.low],
        [b, o.low],
        [b, o.high],
        [a, o.high],
      ];
      return `<polygon points="${paper.points(box)}" fill="none" stroke="${SOFT}" stroke-width="0.2" stroke-dasharray="1 0.8"/>`;
    });
  // A pair seen from the side stands at one place: named together.
  const at = (l: Setting['loudspeakers'][number]) => paper.at([l.at[i], l.at[2]]);
  const speakers = setting.loudspeakers.map((l, k) => {
    const [x, y] = at(l);
    const here = setting.loudspeakers.filter((o) => Math.hypot(at(o)[0] - x, at(o)[1] - y) < SAME_MM);
    const letters = here[0] === setting.loudspeakers[k] ? here.map((o) => o.letter).join(', ') : '';
    return (
      `<circle cx="${x}" cy="${y}" r="${n(Math.max(1, (l.box.height / 4) * mm))}" fill="${INK}"/>` +
      `<text x="${n(x + 2)}" y="${n(y - 1.4)}" font-size="3" font-weight="700" fill="${INK}">${escape(letters)}</text>`
    );
  });
  const svg = [
    paper.open,
    `<polygon points="${paper.points(outline)}" fill="#FFFFFF" stroke="${INK}" stroke-width="0.6"/>`,
    ...things,
    ...speakers,
    `<circle cx="${hx}" cy="${hy}" r="${n(Math.max(1.2, 0.09 * mm))}" fill="#FFFFFF" stroke="${INK}" stroke-width="0.4"/>`,
    '</svg>',
  ].join('');
  return { svg, ...paper.size };
}
