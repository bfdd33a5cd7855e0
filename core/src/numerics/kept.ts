/**
 * Keeps what was worked out of something that is never changed in place, as long as that lives. Everything the value depends on beside
 * the owner is in the key; numbers, texts and plain objects of them.
 */
export type Kept<T> = (owner: object, key: unknown, make: () => T) => T;

/** @param most values kept for one owner; then it starts afresh */
export function createKept<T>(most = 400): Kept<T> {
  const owners = new WeakMap<object, Map<string, T>>();
  return (owner, key, make) => {
    let known = owners.get(owner);
    if (!known) owners.set(owner, (known = new Map<string, T>()));
    const text = JSON.stringify(key) ?? '';
    if (known.has(text)) return known.get(text)!;
    const value = make();
    if (known.size >= most) known.clear();
    known.set(text, value);
    return value;
  };
}
