/** Habits of buying as wares of a catalogue: version 10 to 11. Never edited once released. */
type Json = Record<string, unknown>;

const ANY = { make: '', density: null, length: null, width: null, thickness: null };
const PLAIN = { pack: 1, price: null, delivery: null, mass: null, used: true };
const ware = (id: string, name: string, sort: string, values: Json): Json => ({
  ...{ id, name, sort, ...ANY, ...PLAIN },
  ...values,
});

/** A slab of 60 × 120 cm: packs were told by their area. */
const SLAB = 0.72;

export function buyingOfVersion11(old: Json): Json {
  const { frameThickness, stockLength, otherLengths, kerf, clothWidth, clothTurn, waste, packArea } = old;
  const lengths = [...new Set([stockLength, ...(Array.isArray(otherLengths) ? (otherLengths as unknown[]) : [])])];
  const pack = typeof packArea === 'number' ? Math.max(1, Math.round(packArea / SLAB)) : packArea;
  return {
    workshop: { frameThickness, joint: 'butt', behind: 'open', clothTurn },
    ...{ kerf, trim: 0, pattern: false, overlap: 0.02, waste },
    catalogue: [
      ...lengths.map((length, i) => ware(`bar-${i + 1}`, 'Planed timber', 'bar', { length })),
      ware('board-244', 'Plywood or fibreboard', 'board', { make: 'wood', length: 2.44, width: 1.22 }),
      ware('board-micro', 'Micro-perforated sheet', 'board', { make: 'micro', length: 2, width: 1 }),
      ware('slab-120', 'Slabs of fill', 'slab', { length: 1.2, width: 0.6, pack }),
      ware('cloth', 'Cloth that lets air through', 'roll', { make: 'cloth', width: clothWidth }),
      ware('fleece-160', 'Fleece', 'roll', { make: 'fleece', width: 1.6 }),
      ware('foil-200', 'Film', 'roll', { make: 'foil', width: 2 }),
      ware('pipe-100', 'Pipe', 'pipe', { length: 1 }),
      ware('screw', 'Wood screws', 'small', { make: 'screw', pack: 200 }),
      ware('staple', 'Staples', 'small', { make: 'staple', pack: 1000 }),
      ware('glue', 'Wood glue, g', 'small', { make: 'glue', pack: 750 }),
      ware('sealant', 'Acrylic sealant, m of joint', 'small', { make: 'sealant', pack: 8 }),
      ware('cord', 'Cord, m', 'small', { make: 'cord', pack: 50 }),
      ware('foam-strip', 'Foam strip, m', 'small', { make: 'foam-strip', pack: 10 }),
    ],
    inHand: [],
    readyMade: {},
  };
}

export const makingOfVersion11 = (): Json => ({
  ...{ batchOf: 4, people: 1, hoursPerDay: 6, days: 'weekends', start: null, pace: 1, done: [], paid: [] },
});
