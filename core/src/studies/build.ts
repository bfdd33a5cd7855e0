/** Build: what to buy for the panels decided on. */
import { type Shopping, shoppingFor } from '../cutlist/shopping';
import type { Project } from '../project/schema';
import type { Issue, Study, Working } from './types';

export interface BuildResult {
  panels: number;
  /** Null when the panel cannot be built so; the issue says why. */
  shopping: Shopping | null;
}

/** Quantities for the panels of the document's decision. */
export function studyBuild(project: Project): Study<BuildResult> {
  const { panel, counts } = project.treatment;
  const panels = Object.values(counts).reduce((sum, n) => sum + n, 0);
  const issues: Issue[] = [];
  let shopping: Shopping | null = null;
  const longest = Math.max(panel.width, panel.height);
  const shortest = Math.min(panel.width, panel.height);
  if (shortest <= 2 * project.buying.frameThickness) {
    issues.push({
      code: 'build.frame-too-thick',
      severity: 'wrong',
      where: [],
      values: { frame: project.buying.frameThickness },
    });
  } else if (longest > project.buying.stockLength) {
    issues.push({
      code: 'build.stock-too-short',
      severity: 'wrong',
      where: [],
      values: { longest, stock: project.buying.stockLength },
    });
  } else if (shortest + 2 * (panel.depth + project.buying.clothTurn) > project.buying.clothWidth) {
    issues.push({
      code: 'build.cloth-too-narrow',
      severity: 'wrong',
      where: [],
      values: { roll: project.buying.clothWidth },
    });
  } else {
    shopping = shoppingFor(
      { count: panels, width: panel.width, height: panel.height, depth: panel.depth },
      project.buying,
    );
  }
  if (panels === 0) issues.push({ code: 'build.nothing-decided', severity: 'note', where: [], values: {} });
  const working: Working[] = shopping
    ? [
        {
          id: 'fill',
          title: 'Fill to buy',
          formula: 'A = n·(w − 2t)·(h − 2t)·(1 + waste),  packs = A / pack, rounded up',
          symbols: [
            { symbol: 'n', meaning: 'panels', value: panels, unit: '' },
            { symbol: 'w', meaning: 'panel width', value: panel.width, unit: 'm' },
            { symbol: 'h', meaning: 'panel height', value: panel.height, unit: 'm' },
            { symbol: 't', meaning: 'frame thickness', value: project.buying.frameThickness, unit: 'm' },
            { symbol: 'waste', meaning: 'allowance', value: project.buying.waste, unit: '' },
            { symbol: 'A', meaning: 'fill with waste', value: shopping.fillAreaWithWaste, unit: 'm²' },
            { symbol: 'pack', meaning: 'fill in one pack', value: project.buying.packArea, unit: 'm²' },
          ],
          result: { symbol: 'packs', meaning: 'to buy', value: shopping.fillPacks, unit: '' },
          source: 'Geometry of a butt-jointed frame with the fill inside it.',
          validity: 'One layer of fill as deep as the panel. If it comes thinner, multiply by the layers.',
        },
      ]
    : [];
  return { result: { panels, shopping }, issues, working };
}
