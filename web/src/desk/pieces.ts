/** Edits of pieces as commands: the same from the board and from fields. */
import type { Command } from '@tawny/core/document/commands/commands';
import type { PieceAt } from '@tawny/core/document/schema/project';

/** When something is done, from this device's clock. */
export const stamp = (): string => new Date().toISOString();

export const movedPiece = (piece: PieceAt, place: Partial<PieceAt['place']>): Command => ({
  type: 'put-pieces',
  pieces: [{ ...piece, place: { ...piece.place, ...place } }],
});
