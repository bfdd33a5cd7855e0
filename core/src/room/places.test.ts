import type { Ceiling } from '../document/schema/project';
import { edited, plainBox } from '../testing/rooms';
import { capacityOf } from './places';
import { settingOf } from './setting';

const panel = { width: 0.6, height: 1.2 };
const ceilingOf = (ceiling: Ceiling) => {
  const setting = settingOf(edited(plainBox(), { type: 'set-ceiling', ceiling }));
  return { setting, face: setting.faces.find((f) => f.kind === 'ceiling')! };
};

describe('panels on a ceiling of 4 by 5 m', () => {
  test('flat: rows of upright and lying ones', () => {
    const { setting, face } = ceilingOf({ shape: 'flat' });
    // 4 / 0.6 = 6 upright ones a row, 4 rows of 1.2 m; what is left, 0.2 m, takes none. Lying: 3 a row, 8 rows.
    expect(capacityOf(setting, face, panel)).toBe(24);
  });

  test.each([
    // 3 m higher over the 5 m from the front: 4 m by √(5² + 3²) = 5.83 m; 4 rows of 6 upright, one of 3 lying in the 1.03 m left.
    ['A', 27],
    // 3 m higher over the 4 m from side to side: 5 m by 5 m; 8 a row, 4 rows.
    ['B', 32],
  ])('rising from wall %s, it is as large as it is, not as the plan shows it', (along, count) => {
    const { setting, face } = ceilingOf({ shape: 'pitch', along, top: 5.5 });
    expect(face.area).toBeCloseTo(along === 'A' ? 4 * Math.hypot(5, 3) : 5 * 5, 6);
    expect(capacityOf(setting, face, panel)).toBe(count);
    // Never more than its area has room for.
    expect(count * 0.72).toBeLessThan(face.area);
  });
});
