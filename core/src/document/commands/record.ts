/** Edits of what is wanted of the room and of what is written down about it. */
import { dropOrphans, inMeasuredRoom } from '../measured';
import { schoolFor } from './brief';
import { put, takeFrom } from './lists';
import type { Handlers, RecordCommand } from './types';

export const RECORD: Handlers<RecordCommand> = {
  rename(draft, { name }) {
    draft.name = name;
  },
  'set-brief'(draft, { brief }) {
    Object.assign(draft.brief, brief);
    if (draft.target.chosenBy === 'brief') draft.target.school = schoolFor(draft.brief);
  },
  'set-target'(draft, { target }) {
    Object.assign(draft.target, target);
    if (target.school !== undefined) draft.target.chosenBy = 'own';
    if (target.chosenBy === 'brief') draft.target.school = schoolFor(draft.brief);
  },
  'write-log'(draft, { entry }) {
    put(draft.log, structuredClone(entry));
  },
  'strike-log'(draft, { id }) {
    takeFrom(draft.log, id);
  },
  answer(draft, { key, answer }) {
    const at = draft.answered.findIndex((a) => a.key === key);
    draft.answered.splice(at < 0 ? draft.answered.length : at, at < 0 ? 0 : 1, ...(answer ? [{ key, ...answer }] : []));
  },
  'set-site'(draft, { mark, site }) {
    if (site === null) delete draft.site[mark];
    else draft.site[mark] = { done: false, found: null, note: '', ...draft.site[mark], ...site };
  },
  'put-measurement'(draft, { measurement, room }) {
    const { measured } = draft;
    if (room) measured.rooms[measurement.room] = structuredClone(room);
    put(measured.list, structuredClone(measurement));
    dropOrphans(draft);
  },
  'take-measurement'(draft, { id }) {
    takeFrom(draft.measured.list, id);
    dropOrphans(draft);
  },
  'put-verdict'({ measured }, { verdict }) {
    put(measured.verdicts, structuredClone(verdict));
  },
  'take-verdict'({ measured }, { id }) {
    takeFrom(measured.verdicts, id);
  },
  learn(draft, { learned }) {
    draft.learned = structuredClone(learned);
    dropOrphans(draft);
  },
  'use-learned'({ learned }, { inUse }) {
    if (!learned) throw new RangeError('use-learned: expected a document that has learned something');
    learned.inUse = inUse;
  },
  'put-calibration'({ measured }, { calibration }) {
    put(measured.calibrations, structuredClone(calibration));
  },
  'take-calibration'({ measured }, { id }) {
    takeFrom(measured.calibrations, id);
    for (const m of measured.list) if (m.calibration === id) m.calibration = null;
  },
  'restore-room'(draft, { key }) {
    const room = draft.measured.rooms[key];
    if (!room) throw new RangeError(`restore-room: key must be one of a measured room, got ${key}`);
    Object.assign(draft, inMeasuredRoom(draft, structuredClone(room)));
  },
};
