/** Lists of things with ids, changed in a draft. */

/** Puts a thing into its list: in place of the one of that id, or at the end. */
export function put<T extends { id: string }>(list: T[], thing: T): void {
  const i = list.findIndex((t) => t.id === thing.id);
  if (i >= 0) list[i] = thing;
  else list.push(thing);
}

/** The thing of that id. Throws RangeError for an id the list does not have. */
export function found<T extends { id: string }>(list: T[], id: string): T {
  const thing = list.find((t) => t.id === id);
  if (!thing) throw new RangeError(`command: id must be one of the list's, got ${id}`);
  return thing;
}

/** Throws RangeError for an id the list does not have. */
export function takeFrom(list: { id: string }[], id: string): void {
  list.splice(list.indexOf(found(list, id)), 1);
}

/** Copies of several things, each into its place. */
export const putAll = <T extends { id: string }>(list: T[], things: readonly T[]): void =>
  things.forEach((thing) => put(list, structuredClone(thing)));

/** Throws RangeError for an id the list does not have. */
export const takeAll = (list: { id: string }[], ids: readonly string[]): void =>
  ids.forEach((id) => takeFrom(list, id));
