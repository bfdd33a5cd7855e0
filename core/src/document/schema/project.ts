/**
 * The saved document, version 16: plain JSON, SI units, survey coordinates. A computed number is never stored here.
 *
 * Changing a field's name or meaning needs a new VERSION, a migration in migrate/ and a new sample in samples/.
 */
import { checkProject } from './checks';
import { shape } from './shape';

export * from './shape';
export { sortOfPlace, surfaceOfPlace, surfacesOf } from './surfaces';

export const projectSchema = shape.check((ctx) => {
  const input = ctx.value;
  checkProject(input, (path, message) => ctx.issues.push({ code: 'custom', path, message, input }));
});
