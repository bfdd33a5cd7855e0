/** What is wrong with marks and what covers them. */
import { distance } from '../../geometry/vector';
import type { FaceAnswer } from './covers';
import { scattersFrom } from '../../recipes/kind';
import { scatterDistance } from '../../room/pieces';
import { notForPanels } from '../../room/reflectionLevels';
import type { Mark } from './types';
import type { Setting } from '../../room/setting';
import { targetsOf } from '../../room/mirrors';
import type { Issue } from '../types';

/** Panels decided for a face, against what fits there and what its marks want. */
export function coverIssues(setting: Setting, answers: readonly FaceAnswer[]): Issue[] {
  return answers.flatMap(({ cover, none }): Issue[] => {
    const { name } = setting.faces.find((f) => f.id === cover.face)!;
    const { chosen, capacity } = cover;
    const shared = { severity: 'warning' as const, where: [cover.face] };
    const issues: Issue[] = [];
    if (chosen > capacity)
      issues.push({ ...shared, code: 'marks.too-many-panels', values: { face: name, chosen, capacity } });
    if (none) issues.push({ ...shared, code: 'marks.panel-too-large', values: { face: name } });
    return issues;
  });
}

export function markIssues(setting: Setting, marks: readonly Mark[]): Issue[] {
  const issues: Issue[] = [];
  for (const m of marks) {
    const values = { letter: m.letter, face: m.faceName };
    if (m.matters && notForPanels(m.on)) {
      const where = [m.id, m.on!.id];
      issues.push({ code: 'marks.on-opening', severity: 'warning', where, values: { ...values, name: m.on!.name } });
    }
    if (m.covered && m.matters) {
      const level = { ...values, levelDb: m.levelDb!, bareDb: m.bareDb! };
      issues.push({ code: 'marks.still-loud', severity: 'warning', where: [m.id], values: level });
    }
    if (!m.covered && m.matters && m.coveredPart > 0.02) {
      issues.push({
        code: 'marks.half-covered',
        severity: 'warning',
        where: [m.id],
        values: { ...values, part: m.coveredPart },
      });
    }
  }
  for (const piece of setting.placed) {
    const hz = piece.kind === 'scatter' ? scattersFrom(piece.recipe, setting.c) : null;
    if (hz === null) continue;
    const { box } = piece;
    const target = targetsOf(setting.room).find((t) => t.id === piece.face)!;
    const middle = target.toRoom([(box.left + box.right) / 2, (box.low + box.high) / 2], piece.standoff);
    const away = distance(middle, setting.head);
    const least = scatterDistance(hz, setting.c);
    if (away < least - 0.005) {
      const values = { name: piece.name, distance: away, least, hz };
      issues.push({ code: 'marks.scatter-too-near', severity: 'warning', where: [piece.id], values });
    }
  }
  return issues;
}
