import { OCTAVES } from '../quantities/bands';
import { GROUPS, HIGHEST_COEFFICIENT, isMaterial, materialById, MATERIALS, SPREAD } from './library';

describe('the material library', () => {
  test('has at least sixty entries, each once, in every group', () => {
    expect(MATERIALS.length).toBeGreaterThanOrEqual(60);
    expect(new Set(MATERIALS.map((m) => m.id)).size).toBe(MATERIALS.length);
    expect(new Set(MATERIALS.map((m) => m.name)).size).toBe(MATERIALS.length);
    expect(new Set(MATERIALS.map((m) => m.group))).toEqual(new Set(GROUPS));
  });

  test.each(MATERIALS.map((m) => [m.id, m] as const))(
    '%s holds eight octaves that can be, and says where from',
    (_id, m) => {
      expect(m.alpha).toHaveLength(OCTAVES.length);
      for (const a of m.alpha) {
        expect(a).toBeGreaterThanOrEqual(0);
        expect(a).toBeLessThanOrEqual(m.per === 'area' ? 1 : HIGHEST_COEFFICIENT);
      }
      expect(SPREAD[m.source]).toBeGreaterThan(0);
      expect(materialById(m.id)).toBe(m);
    },
  );

  test('related surfaces keep their order: heavier curtains, thicker wool and closed panes', () => {
    const at = (id: string, octave: number) => materialById(id).alpha[OCTAVES.indexOf(octave as 500)]!;
    expect(at('curtain-heavy', 1000)).toBeGreaterThan(at('curtain-light', 1000));
    expect(at('wool-100', 125)).toBeGreaterThan(at('wool-50', 125));
    expect(at('wardrobe-open', 1000)).toBeGreaterThan(at('cupboard-closed', 1000));
    expect(at('glass-single', 125)).toBeGreaterThan(at('glass-triple', 125));
    expect(at('open-to-outside', 63)).toBe(1);
  });

  test('an unknown id is refused by name', () => {
    expect(isMaterial('moon-rock')).toBe(false);
    expect(() => materialById('moon-rock')).toThrow(/got moon-rock/);
  });
});
