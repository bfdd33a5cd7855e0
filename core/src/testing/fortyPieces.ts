/** The Bakehouse with forty small pieces in definite places, ten on each of four faces. Tests and measurements only. */
import { applyCommand } from '../document/commands/commands';
import type { Project } from '../document/schema/project';
import { pieceAt } from './pieces';

export function fortyPieces(project: Project): Project {
  const pieces = ['A', 'B', 'C', 'ceiling'].flatMap((face) =>
    Array.from({ length: 10 }, (_, i) => {
      const [u, v] = [0.15 + 0.36 * (i % 5), (face === 'ceiling' ? 0.4 : 0.6) + 0.8 * Math.floor(i / 5)];
      return pieceAt({
        id: `${face}-${i}`,
        name: `Tile ${i + 1}`,
        recipe: 'panel-5',
        face,
        u,
        v,
        width: 0.3,
        height: 0.6,
      });
    }),
  );
  const ids = project.treatment.pieces.map((p) => p.id);
  const commands = [
    { type: 'take-pieces' as const, ids },
    { type: 'put-pieces' as const, pieces },
  ];
  return applyCommand(
    { ...project, name: 'Forty pieces', id: 'forty-pieces' },
    { type: 'batch', as: 'put-pieces', commands },
  ).project;
}
