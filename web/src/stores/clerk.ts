/** When something is written down, and a name nobody else has for it. */
import { newId } from '../persistence/ids';

export const clerk = () => ({ at: new Date().toISOString(), id: newId });
