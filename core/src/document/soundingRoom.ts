/** The room a measurement is taken in, and the key it is kept under. */
import type { MeasuredRoom, Project } from './schema/project';

/** What of a document sounds, or decides what does. The document's own parts: never changed in place. */
export const soundingOf = ({
  climate,
  room,
  materials,
  states,
  listening,
  loudspeakers,
  treatment,
}: Project): MeasuredRoom => ({
  climate,
  room,
  materials,
  states,
  listening,
  loudspeakers,
  pieces: treatment.pieces,
  recipes: treatment.recipes,
});

/** Text of a value whose keys stand in order, so that what is alike reads alike. */
function ordered(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(ordered).join(',')}]`;
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  const entries = Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1));
  return `{${entries.map(([k, v]) => `${JSON.stringify(k)}:${ordered(v)}`).join(',')}}`;
}

/** A key by content, 16 hexadecimal digits: FNV-1a (G. Fowler, L. Noll, P. Vo) twice over, from both ends. */
export function roomKey(room: MeasuredRoom): string {
  const text = ordered(room);
  let [a, b] = [0x811c9dc5, 0x811c9dc5];
  for (let i = 0; i < text.length; i++) {
    a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
    b = Math.imul(b ^ text.charCodeAt(text.length - 1 - i), 0x01000193);
  }
  return [a, b].map((v) => (v >>> 0).toString(16).padStart(8, '0')).join('');
}
