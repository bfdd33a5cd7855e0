/** What was bought and what was cut, as edits: stock comes into hand, is used, and its offcuts are kept for what is cut next. */
import { type InHand, slabThickness, STACKED } from '../../catalogue/wares';
import type { SingleCommand } from '../../document/commands/types';
import type { LogEntry, Project } from '../../document/schema/project';
import type { Material } from '../../recipes/parts/types';
import type { BuyList } from './buy';
import { type CutInputs, cutInputs, leftInHand, type MaterialPlan, type Offcut } from './cuts';
import { needsOf } from './needs';
import type { BuildResult } from './study';

/** When, and a name nobody else has for each thing put down. */
export interface Clerk {
  at: string;
  id: () => string;
}

/** The sort, section and fill of something cut from a material; m. */
function stuffOf(of: Material): Omit<InHand, 'id' | 'count' | 'length'> | null {
  const plain = { make: '', density: null, width: null, thickness: null };
  switch (of.sort) {
    case 'bar':
      return { ...plain, sort: 'bar', thickness: of.thickness, width: of.depth };
    case 'board':
      return { ...plain, sort: 'board', make: of.make, thickness: of.thickness };
    case 'slab':
      return { ...plain, sort: 'slab', make: of.fill.kind, density: of.fill.density, thickness: of.thickness };
    case 'pipe':
      return { ...plain, sort: 'pipe', width: of.inner };
    case 'roll':
      return { ...plain, sort: 'roll', make: of.make };
    case 'whole':
      return null;
  }
}

const logEntry = ({ at, id }: Clerk, text: string): LogEntry => ({
  id: `log-${id()}`,
  at,
  kind: 'built',
  text,
  readings: {},
});

/** Everything on the list is bought: it is in hand now, the money is written down, and every piece not cut yet is bought. */
export function boughtEdit(list: BuyList, uncut: readonly string[], amount: number, clerk: Clerk): SingleCommand[] {
  const items = list.items.flatMap((i): InHand[] => {
    if (i.kind !== 'ware') return [];
    const stuff = stuffOf(i.need.of);
    if (!stuff) return [];
    const { ware, purchase } = i;
    const roll = stuff.sort === 'roll';
    const { of, stacked } = i.need;
    const thickness = of.sort === 'slab' ? slabThickness(ware, of.thickness, stacked) : stuff.thickness;
    const width = stuff.width ?? ware.width;
    const length = roll ? purchase.packs : ware.length;
    return [
      {
        ...stuff,
        id: `hand-${clerk.id()}`,
        thickness,
        width,
        length,
        count: roll ? 1 : Math.round(purchase.packs * ware.pack),
      },
    ];
  });
  return [
    {
      type: 'tick-step',
      units: [...uncut],
      step: 'buy',
      at: clerk.at,
      entry: logEntry(clerk, `Bought for ${uncut.length} pieces`),
    },
    ...(items.length > 0 ? [{ type: 'put-in-hand', items } as const] : []),
    ...(amount > 0
      ? [
          {
            type: 'put-paid',
            paid: { id: `paid-${clerk.id()}`, at: clerk.at, what: 'The list to buy', amount },
          } as const,
        ]
      : []),
  ];
}

/** What is cut for some pieces alone. */
export function cutInputsFor(project: Project, result: BuildResult, units: readonly string[]): CutInputs {
  const those = new Set(units);
  const sheets = result.sheets.map((s) => ({ ...s, uncut: s.units.filter((u) => those.has(u)).length }));
  return cutInputs(project, { ...result, needs: needsOf(sheets) });
}

const offcutOf = (
  of: Material,
  { length, width, count }: Offcut,
  thickness: number | null,
  id: string,
): InHand | null => {
  const stuff = stuffOf(of);
  return stuff && { ...stuff, id, length, count, width: width ?? stuff.width, thickness: thickness ?? stuff.thickness };
};

/** Pieces are cut by these plans: what was in hand is used up, what is left over is put into hand. */
export function cutEdit(
  project: Project,
  plans: readonly MaterialPlan[],
  units: readonly string[],
  text: string,
  clerk: Clerk,
): SingleCommand[] {
  let left = project.buying.inHand;
  const put: InHand[] = [];
  for (const p of plans) {
    if (p.kind === 'none') continue;
    left = leftInHand(left, p);
    // Of slabs in layers the offcut is as thick as the slab.
    const used = p.kind === 'sheet' ? p.sources[p.plan.cuts[0]?.stock ?? 0] : undefined;
    const thickness = p.need.of.sort === 'slab' ? (used?.thickness ?? (p.need.stacked ? STACKED : null)) : null;
    for (const o of p.offcuts) {
      const item = offcutOf(p.need.of, o, thickness, `rest-${clerk.id()}`);
      if (item) put.push(item);
    }
  }
  const { inHand } = project.buying;
  const gone = inHand.filter((h) => !left.some((l) => l.id === h.id));
  const changed = left.filter((l) => !inHand.includes(l));
  const items = [...changed, ...put];
  return [
    { type: 'tick-step', units: [...units], step: 'cut', at: clerk.at, entry: logEntry(clerk, text) },
    ...(gone.length > 0 ? [{ type: 'take-in-hand', ids: gone.map((h) => h.id) } as const] : []),
    ...(items.length > 0 ? [{ type: 'put-in-hand', items } as const] : []),
  ];
}

/** Pieces are up, or (null) no longer: one with a place by its state, of pieces by number each by itself. */
export function hungEdit(
  { treatment }: Pick<Project, 'treatment'>,
  units: readonly string[],
  at: string | null,
): SingleCommand[] {
  const placed = treatment.pieces.filter((p) => p.place.kind === 'at' && units.includes(p.id)).map((p) => p.id);
  const numbered = units.filter((u) => !placed.includes(u));
  return [
    ...(placed.length > 0
      ? [{ type: 'set-piece-state', ids: placed, state: at === null ? 'laid-out' : 'hung', at } as const]
      : []),
    ...(numbered.length > 0 ? [{ type: 'tick-step', units: numbered, step: 'hang', at, entry: null } as const] : []),
  ];
}
