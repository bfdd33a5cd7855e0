/** Build is not on the first screen: a short study like those of the glance, in a file that comes later. */
import type { Project } from '../document/schema/project';
import { type BuildResult, studyBuild } from '../studies/build/study';
import type { Study } from '../studies/types';
import { BOUGHT, partsOf } from './parts';

let last: { parts: unknown[]; answer: Study<BuildResult> } | null = null;

/** What is bought for a document: the answer before where all it was read from is the same. */
export function buildAt(project: Project): Study<BuildResult> {
  const parts = partsOf(project, BOUGHT);
  if (!last || last.parts.some((part, i) => part !== parts[i])) last = { parts, answer: studyBuild(project) };
  return last.answer;
}
