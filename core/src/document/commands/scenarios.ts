/** Edits of the alternatives of a room. */
import { settledClash, takenOver } from '../scenarios';
import { CommandRefused, type Handlers, type ScenarioCommand } from './types';

export const SCENARIOS: Handlers<ScenarioCommand> = {
  'put-scenario'({ scenarios }, { id, name, why, like }) {
    const there = scenarios.list.find((s) => s.id === id);
    if (there) Object.assign(there, { name, why });
    else
      scenarios.list.push({
        ...{ id, name, why },
        edits: structuredClone(scenarios.list.find((s) => s.id === like)?.edits ?? []),
      });
  },
  'take-scenario'({ scenarios }, { id }) {
    scenarios.list = scenarios.list.filter((s) => s.id !== id);
    if (scenarios.current === id) scenarios.current = null;
  },
  'open-scenario'({ scenarios }, { id }) {
    if (id !== null && !scenarios.list.some((s) => s.id === id))
      throw new CommandRefused('open-scenario', 'scenarios', 'This scenario is not there any more.', null);
    scenarios.current = id;
  },
  'take-over'(draft, { id, edits }) {
    Object.assign(draft, takenOver(draft, id, edits));
  },
  'settle-scenario'(draft, { id, edits, keep }) {
    Object.assign(draft, settledClash(draft, id, edits, keep));
  },
};
