/** Version 6 to 7: everything made becomes a recipe, everything decided a piece of one. Never edited once released. */
type Json = Record<string, unknown>;

const COVER = 'own-first-reflection';
const number = (value: unknown): number => (typeof value === 'number' ? value : NaN);
const listOf = (value: unknown): Json[] => (Array.isArray(value) ? (value as Json[]) : []);
const same = (a: number, b: number) => Math.abs(a - b) < 1e-6;

/** Density of glass wool (kg/m³) with a resistivity, as version 6 took its panel's fill. */
const woolDensity = (sigma: number): number =>
  Math.round(Math.min(80, Math.max(10, ((sigma * 7e-6 ** 2) / 3.18e-9) ** (1 / 1.53))) || 30);

const air = (d: number): Json[] => (d >= 0.001 ? [{ type: 'air', d }] : []);
const wool = (d: number, sigma: unknown): Json => ({
  type: 'porous',
  fill: 'glass-wool',
  density: woolDensity(number(sigma)),
  sigma,
  model: 'miki',
  d,
});

function recipe(name: string, width: unknown, height: unknown, values: Json): Json {
  return {
    name,
    form: 'flat',
    width,
    height,
    layers: [],
    reaction: 'bulk',
    maxAngle: 78,
    edges: false,
    scatterer: null,
    ports: null,
    measured: null,
    price: null,
    note: '',
    ...values,
  };
}

/** Fill behind a skin or a holed plate was 5 cm, at most half the box; a skin was free of it by 1.5 cm. */
function boxLayers(depth: number, sigma: unknown, free: number): Json[] {
  const thick = Math.min(0.05, depth / 2);
  const before = Math.min(free, depth - thick);
  return [...air(depth - thick - before), wool(thick, sigma), ...air(before)];
}

/** What a hung piece was made of; null: as the panel of the marks. */
function madeOf(piece: Json, panel: Json): Json | null {
  const [depth, gap, width, height] = [piece.depth, piece.gap, piece.width, piece.height].map(number) as [
    number,
    number,
    number,
    number,
  ];
  const sigma = panel.flowResistivity;
  const tuned = (piece.tuned ?? {}) as Json;
  switch (piece.kind) {
    case 'corner': {
      // `width` lay along either wall: the front spans the corner; as deep as the triangle it fills it.
      const front = Math.min(3, width * Math.SQRT2);
      const form = depth >= front / 2 ? 'corner' : 'straddle';
      return recipe('Corner panel', front, height, { form, layers: [wool(depth, sigma)] });
    }
    case 'membrane': {
      const layers = [...boxLayers(depth, sigma, 0.015), { type: 'skin', m: tuned.massPerArea }];
      return recipe('Skin box', width, height, { layers, reaction: 'local' });
    }
    case 'port': {
      const [holes, d, t] = [tuned.holes, tuned.holeDiameter, tuned.neck].map(number) as [number, number, number];
      const open = Math.min(0.6, (holes * Math.PI * d ** 2) / 4 / (width * height));
      const pitch = d * Math.sqrt(Math.PI / 4 / open);
      const layers = boxLayers(depth, sigma, 0);
      if (d <= 0.1 && t <= 0.08 && pitch <= 0.5)
        return recipe('Port box', width, height, {
          layers: [...layers, { type: 'holes', d, t, pitch }],
          reaction: 'local',
        });
      const ports = { shape: 'round', size: d, slotLength: d, neck: t, count: Math.min(60, holes), tube: false, Rs: 0 };
      return recipe('Port box', width, height, { layers, reaction: 'local', ports });
    }
    case 'board':
      return recipe('Hard board', width, height, {
        form: 'board',
        layers: [...air(gap), { type: 'skin', m: Math.min(40, 650 * depth) }],
        reaction: 'local',
      });
    case 'scatter': {
      const deep = Math.min(0.6, depth + gap);
      return recipe('Diffuser', width, height, {
        reaction: 'local',
        scatterer: { kind: 'bought', designHz: piece.scatterHz, depth: deep },
      });
    }
    default:
      if (same(depth, number(panel.depth)) && same(gap, number(panel.gap))) return null;
      return recipe('Panel', panel.width, panel.height, { layers: [...air(gap), wool(depth, sigma)] });
  }
}

export function piecesOfVersion7(treatment: Json | undefined): Json {
  const old = treatment ?? {};
  const { panel: had, counts, mix, hung, ...rest } = old;
  const panel = (had ?? {}) as Json;
  const recipes = listOf(old.recipes).map((r) => ({ ...r }));
  const taken = new Set(recipes.map((r) => r.id));
  const free = (stem: string): string => {
    let name = stem;
    for (let n = 2; taken.has(name); n++) name = `${stem}-${n}`;
    taken.add(name);
    return name;
  };
  const cover = free(COVER);
  const called = (id: string) => (id === 'panel' ? cover : id);
  const own: Json[] = [
    {
      id: cover,
      ...recipe('First-reflection panel', panel.width, panel.height, {
        layers: [...air(number(panel.gap)), wool(number(panel.depth), panel.flowResistivity)],
        note: 'What first reflections are covered with.',
      }),
    },
  ];
  // Pieces made alike are of one recipe; its size is that of the first, theirs stays with their place.
  const made = new Map<string, string>();
  const recipeOf = (piece: Json): string => {
    const values = madeOf(piece, panel);
    if (!values) return cover;
    const alike = JSON.stringify({ ...values, width: 0, height: 0 });
    const known = made.get(alike);
    if (known !== undefined) return known;
    const count = own.filter((r) => String(r.name).replace(/ \d+$/, '') === values.name).length;
    const id = free(`own-hung-${made.size + 1}`);
    own.push({ id, ...values, name: count === 0 ? values.name : `${String(values.name)} ${count + 1}` });
    made.set(alike, id);
    return id;
  };
  const dates = { decided: null, laidOut: null, hung: null };
  const ids = new Set<unknown>();
  const pieces: Json[] = listOf(hung).map((piece) => {
    const { id, name, face, u, v, width, height, turnDeg, tiltDeg } = piece;
    ids.add(id);
    const place = { kind: 'at', face, u, v, width, height, turnDeg, tiltDeg };
    return { id, name, recipe: recipeOf(piece), place, state: 'laid-out', dates: { ...dates }, covers: [] };
  });
  const numbers = new Map<string, { recipe: string; on: string; count: number }>();
  const put = (id: string, places: unknown) => {
    for (const [on, count] of Object.entries((places ?? {}) as Record<string, unknown>)) {
      const key = JSON.stringify([called(id), on]);
      const before = numbers.get(key)?.count ?? 0;
      const n = before + number(count);
      if (n !== 0) numbers.set(key, { recipe: called(id), on, count: n });
    }
  };
  put('panel', counts);
  for (const [id, places] of Object.entries((mix ?? {}) as Record<string, unknown>)) put(id, places);
  let n = 0;
  for (const { recipe: id, on, count } of numbers.values()) {
    do n += 1;
    while (ids.has(`lot-${n}`));
    const place = { kind: 'number', on, count };
    pieces.push({ id: `lot-${n}`, name: '', recipe: id, place, state: 'decided', dates: { ...dates }, covers: [] });
  }
  const plan = old.plan as Json | undefined;
  return {
    ...rest,
    cover,
    pieces,
    recipes: [...own, ...recipes],
    ...(plan && Array.isArray(plan.recipes)
      ? {
          plan: {
            ...plan,
            recipes: listOf(plan.recipes).map((r) => ({ ...r, id: typeof r.id === 'string' ? called(r.id) : r.id })),
          },
        }
      : {}),
  };
}
