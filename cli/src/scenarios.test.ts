/** `tawny next` and `tawny scenarios`, and the scenario every command reads. */
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { applyCommand, type Command } from '@tawny/core/document/commands/commands';
import type { Project } from '@tawny/core/document/schema/project';
import { file, tawny } from './testing';

const path = fileURLToPath(new URL('../../demo/signal-cabin.tawny.json', import.meta.url));
const demo = JSON.parse(readFileSync(path, 'utf8')) as Project;
const run = (p: Project, ...commands: Command[]) => commands.reduce((q, c) => applyCommand(q, c).project, p);
const higher = run(
  demo,
  { type: 'put-scenario', id: 'alt', name: 'Higher', why: '', like: null },
  { type: 'open-scenario', id: 'alt' },
  { type: 'set-height', height: 2.6 },
);
const kept = (name: string, project: Project) => file(`${name}.tawny.json`, project);
interface Report {
  volume: number;
}
const volume = async (...args: string[]) => {
  const { out, status } = await tawny('report', ...args, '--json');
  expect(status).toBe(0);
  return JSON.stringify(JSON.parse(out) as Report);
};

test('next: what is tried, best first, as JSON and as text that says the same', async () => {
  const json = await tawny('next', path, '--json');
  expect(json.status).toBe(0);
  const { moves, tried } = JSON.parse(json.out) as { moves: { gain: number; kind: string }[]; tried: number };
  expect(moves.length).toBeGreaterThan(2);
  expect(tried).toBeGreaterThan(moves.length);
  const text = await tawny('next', path);
  expect(text.out.split('\n')[0]).toBe('Signal cabin');
  expect(text.out.match(/^ {2}\d+\. /gm)).toHaveLength(moves.length);
});

test('a command reads the scenario that is open in the file, or the one asked for', async () => {
  const open = kept('open', higher);
  const closed = kept('closed', run(higher, { type: 'open-scenario', id: null }));
  const [room, alt] = [await volume(path), await volume(open)];
  expect(alt).not.toBe(room);
  expect(await volume(open, '--scenario', 'room')).toBe(room);
  expect(await volume(closed)).toBe(room);
  expect(await volume(closed, '--scenario', 'Higher')).toBe(alt);
  expect(await volume(closed, '--scenario', 'alt')).toBe(alt);
  const none = await tawny('report', closed, '--scenario', 'Lower');
  expect(none.status).toBe(2);
  expect(none.err).toContain('expected one of room, "Higher", found "Lower"');
});

test('scenarios: a column each, with what differs and what clashes', async () => {
  const clashing = run(higher, { type: 'open-scenario', id: null }, { type: 'set-height', height: 2.2 });
  const { out, status } = await tawny('scenarios', kept('clash', clashing));
  expect(status).toBe(0);
  expect(out).toContain('The room itself');
  expect(out).toContain('Shape of the room: Height 260.0 cm instead of 220.0 cm.');
  expect(out).toContain('! height: 260.0 cm here, but the room itself says 220.0 cm since.');
  const json = await tawny('scenarios', kept('clash', clashing), '--json');
  const told = JSON.parse(json.out) as { name: string; measures: unknown[]; cost: number }[];
  expect(told.map((t) => t.name)).toEqual(['The room itself', 'Higher']);
});
