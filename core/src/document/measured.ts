/** The room a measurement was taken in: everything that sounds, kept by what is in it. */
import type { MeasuredRoom, Project } from './schema/project';

/** A document with the room of a measurement in it. Recipes that came since stay: plans and prices speak of them. */
export const inMeasuredRoom = (project: Project, { pieces, recipes, ...sounding }: MeasuredRoom): Project => ({
  ...project,
  ...sounding,
  treatment: {
    ...project.treatment,
    pieces,
    recipes: [...recipes, ...project.treatment.recipes.filter((r) => !recipes.some((own) => own.id === r.id))],
  },
});

/** Takes away rooms that no measurement is of any more, nor what was learned, and what was decided about measurements that are gone. */
export function dropOrphans({ measured, learned }: Pick<Project, 'measured' | 'learned'>): void {
  for (const key of Object.keys(measured.rooms))
    if (key !== learned?.room && !measured.list.some((m) => m.room === key)) delete measured.rooms[key];
  measured.verdicts = measured.verdicts.filter((v) => measured.list.some((m) => m.id === v.measurement));
}
