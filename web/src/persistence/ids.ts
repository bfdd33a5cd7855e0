/** A name nobody else has; works where the page is not secure too (plain http on the local network), unlike `crypto.randomUUID`. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(9));
  const hex = Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}`;
}
