/** JSON Schema of the project file, generated from the Zod schema for other programs' use. */
import { toJSONSchema } from 'zod/mini';
import { projectSchema } from './project';

/** The schema's text, indented, with a final newline. Cross-field rules are not expressible there. */
export function projectJsonSchema(): string {
  return `${JSON.stringify(toJSONSchema(projectSchema), null, 2)}\n`;
}
