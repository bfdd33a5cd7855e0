/** The one next thing to do in each stage, from what the studies already say. Plain rules, in the order of the work. */
import type { Project } from '../document/schema/project';
import type { DecayResult } from '../studies/decay/types';
import type { HangResult } from '../studies/hang/study';
import type { MarksResult } from '../studies/marks/study';
import type { Measure, StageId } from './verdict';

export type NextStep =
  | { kind: 'tape' | 'openings' | 'furniture' | 'state' }
  /** Findings of this stage wait, the first of them named at the right. */
  | { kind: 'doubts'; count: number }
  | { kind: 'rig' | 'solve' | 'bass-places' }
  | { kind: 'cover'; mark: string; letter: string; face: string; levelDb: number }
  | { kind: 'answer'; panels: number }
  | { kind: 'lay-out'; count: number }
  | { kind: 'decay-plan' | 'decay-wait' | 'decide' | 'lists' }
  | { kind: 'baseline' | 'measure-again' | 'beside' }
  | { kind: 'baseline-first' | 'write-down' }
  | { kind: 'go'; to: StageId };

export interface StepParts {
  project: Project;
  /** Warnings and faults, counted by stage; notes are not. */
  doubts: Partial<Record<StageId, number>>;
  measures: readonly Measure[];
  marks: MarksResult;
  decay: DecayResult | null;
  hang: HangResult;
}

/** Whether nothing but a length, a width and a height has been told of the room yet. */
export function isBareBox({ room, tape }: Project): boolean {
  return (
    room.corners.length === 4 &&
    tape.legs.length === 0 &&
    room.openings.length + room.furniture.length + room.patches.length + room.beams.length + room.platforms.length === 0
  );
}

export function nextStep(stage: StageId, parts: StepParts): NextStep {
  const { project, doubts, measures, marks, decay, hang } = parts;
  const waiting = doubts[stage] ?? 0;
  switch (stage) {
    case 'survey':
      if (project.states.current !== null) return { kind: 'state' };
      if (isBareBox(project)) return { kind: 'tape' };
      if (waiting > 0) return { kind: 'doubts', count: waiting };
      if (project.room.openings.length === 0) return { kind: 'openings' };
      if (project.room.furniture.length === 0) return { kind: 'furniture' };
      return { kind: 'go', to: 'seat' };
    case 'seat':
      if (project.loudspeakers.length === 0) return { kind: 'rig' };
      return waiting > 0 ? { kind: 'doubts', count: waiting } : { kind: 'go', to: 'bass' };
    case 'bass': {
      const swing = measures.find((m) => m.id === 'swing');
      if (!swing) return { kind: 'solve' };
      return swing.tone === 'good' ? { kind: 'go', to: 'marks' } : { kind: 'bass-places' };
    }
    case 'marks': {
      const bare = marks.worstBare;
      if (bare?.levelDb != null)
        return { kind: 'cover', mark: bare.id, letter: bare.letter, face: bare.faceName, levelDb: bare.levelDb };
      return { kind: 'go', to: 'decay' };
    }
    case 'decay': {
      if (!decay) return { kind: 'decay-wait' };
      if (decay.chosen.worst === null) return { kind: 'go', to: 'hang' };
      const { answer } = decay;
      return decay.mix.length === 0 && answer.status === 'reached' && decay.chosen.panels < answer.curve.panels
        ? { kind: 'answer', panels: answer.curve.panels }
        : { kind: 'decay-plan' };
    }
    case 'recipes':
      return { kind: 'go', to: 'decay' };
    case 'hang':
      if (project.treatment.pieces.length === 0) return { kind: 'decide' };
      if (waiting > 0) return { kind: 'doubts', count: waiting };
      return hang.waiting > 0 ? { kind: 'lay-out', count: hang.waiting } : { kind: 'go', to: 'build' };
    case 'build':
      if (project.treatment.pieces.length === 0) return { kind: 'decide' };
      return waiting > 0 ? { kind: 'doubts', count: waiting } : { kind: 'lists' };
    case 'listen': {
      const rooms = new Set(project.measured.list.filter((m) => m.holds.kind === 'impulse').map((m) => m.room));
      return { kind: rooms.size === 0 ? 'baseline' : rooms.size === 1 ? 'measure-again' : 'beside' };
    }
    case 'signoff':
      return { kind: project.measured.list.length === 0 ? 'baseline-first' : 'write-down' };
  }
}
