/** The room a measurement was taken in: everything that sounds, kept by what is in it. */
import type { Measured, MeasuredRoom, Project } from './schema/project';

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

/** Takes away rooms that no measurement is of any more. */
export function dropEmptyRooms(measured: Measured): void {
  for (const key of Object.keys(measured.rooms))
    if (!measured.list.some((m) => m.room === key)) delete measured.rooms[key];
}
