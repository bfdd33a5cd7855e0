/** The part of a document that studies read: everything but what is only said, written down or bought. */
import type { Project } from './schema/project';

/** Names, notes, prices and habits change no answer about the room. A list of what is left out, so that what is new counts. */
export function studied(project: Project): object {
  const { name, log, site, buying, tape, treatment, ...rest } = project;
  void [name, log, site, buying, tape];
  const { prices, ...hanging } = treatment;
  void prices;
  return { ...rest, treatment: hanging };
}

/** The same without the places of head and main pair, for what tries all of them. */
export function studiedAnywhere(project: Project): object {
  const { head, placed, triangleSide, ...listening } = project.listening;
  void placed;
  return {
    ...studied(project),
    listening: { ...listening, triangleSide, earHeight: head.earHeight },
    loudspeakers: project.loudspeakers.map((l) => (l.role === 'main' ? { ...l, x: 0, y: 0 } : l)),
  };
}
