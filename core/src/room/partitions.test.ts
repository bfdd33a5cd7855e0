/** One solid whichever wall is faced, and partitions that cut it. */
import { edited, plainBox } from '../testing/rooms';
import { volumeByDivergence } from '../geometry/solid';
import { createProject } from '../document/create';
import { settingOf } from './setting';
import type { Command } from '../document/commands/commands';
import type { Partition } from '../document/schema/project';

describe('one solid, whichever wall is faced', () => {
  test('a nearly square-on room with a platform along its first wall holds 15.608 m³, whichever wall is faced', () => {
    const room = edited(
      createProject('p', 'Room', { length: 3.68, width: 1.79, height: 2.448 }),
      {
        type: 'set-outline',
        corners: [
          { wall: 'A', x: 3.5859, y: -0.2755 },
          { wall: 'B', x: 5.3759, y: -0.2745 },
          { wall: 'C', x: 5.3741, y: 3.4055 },
          { wall: 'D', x: 3.5841, y: 3.4045 },
        ],
      },
      {
        type: 'put',
        list: 'platforms',
        thing: { id: 'p', name: 'Step', along: 'A', from: 0, width: 1.103, span: null, level: 0.262 },
        material: 'boards-on-joists',
      },
    );
    for (const wall of ['A', 'B', 'C', 'D']) {
      const { solid } = settingOf(edited(room, { type: 'face-wall', wall }));
      expect(solid.volume).toBeCloseTo(15.608, 3);
      expect(volumeByDivergence(solid.faces)).toBeCloseTo(solid.volume, 6);
    }
  });
});

describe('a partition', () => {
  const ridged = (...commands: Command[]) =>
    edited(
      plainBox(),
      { type: 'set-ceiling', ceiling: { shape: 'ridge', along: 'A', at: 4, top: 3.4, far: 2.5 } },
      ...commands,
      { type: 'put-state', state: { id: 's', name: 'Shut', away: [], materials: {}, closed: ['shut'] } },
    );
  const shut = (start: Partition['start'], end: Partition['end']): Command => ({
    type: 'put',
    list: 'partitions',
    thing: { id: 'shut', name: 'Screen wall', start, end },
    material: 'plasterboard-studs',
  });
  const across = shut({ wall: 'B', at: 3 }, { wall: 'D', at: 2 });

  test('a partition cuts the solid, not its description: slopes, beams and platforms stay what they were', () => {
    const p = ridged(
      across,
      // Along the wall cut away, reaching into the half that stays; and a platform half cut.
      {
        type: 'put',
        list: 'beams',
        thing: { id: 'beam', name: 'Beam', along: 'C', from: 2.5, width: 0.3, span: null, level: 2.2 },
        material: 'boards-on-joists',
      },
      {
        type: 'put',
        list: 'platforms',
        thing: { id: 'step', name: 'Step', along: 'D', from: 0, width: 0.5, span: null, level: 0.2 },
        material: 'boards-on-joists',
      },
    );
    const closed = settingOf(p, 's');
    // y to 3 of a room 4 m wide, 2.5 m rising 0.9 in 4; the beam from y = 2.2 to 2.5; the step.
    const rise = (from: number, to: number) => 2.5 * (to - from) + 0.1125 * (to * to - from * from);
    expect(closed.solid.volume).toBeCloseTo(4 * (rise(0, 3) - rise(2.2, 2.5) + 0.3 * 2.2) - 0.5 * 3 * 0.2, 6);
    expect(closed.faces.some((f) => f.surface === 'beam')).toBe(true);
    expect(closed.faces.find((f) => f.surface === 'shut')!.name).toBe('Screen wall');
    // Whichever way round the partition is drawn, and on the other side too, both halves are the whole.
    const turned = ridged(shut({ wall: 'D', at: 2 }, { wall: 'B', at: 3 }), { type: 'move-head', x: 2, y: 4.2 });
    const [far, near] = [settingOf(turned, 's'), settingOf(ridged(across), 's')];
    expect(far.solid.volume + near.solid.volume).toBeCloseTo(settingOf(turned, null).solid.volume, 6);
  });
});
