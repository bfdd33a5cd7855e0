/** Damages a document a little, as a fault, a hand or an attacker might. Tests only. */
import type { Random } from './random';

type Node = Record<string, unknown> | unknown[];

const ODD: unknown[] = [
  0,
  -1,
  1,
  1e-160,
  -1e-160,
  1e9,
  -1e9,
  1e308,
  0.5,
  2,
  7,
  '',
  ' ',
  'A',
  'floor',
  'constructor',
  'valueOf',
  'toString',
  '__proto__',
  'hasOwnProperty',
  'a\u0000b',
  '\ud800',
  '<script>alert(1)</script>',
  '=1+1',
  null,
  true,
  false,
  [],
  {},
];

function nodes(value: unknown, into: Node[] = []): Node[] {
  if (typeof value === 'object' && value !== null) {
    into.push(value as Node);
    for (const v of Object.values(value)) nodes(v, into);
  }
  return into;
}

/** A copy with one to three damages: a value replaced, scaled, taken away, moved, doubled; a key renamed. */
export function damaged(random: Random, document: unknown): unknown {
  const copy = JSON.parse(JSON.stringify(document)) as unknown;
  for (let i = random.whole(1, 3); i > 0; i--) {
    const all = nodes(copy).filter((n) => Object.keys(n).length > 0);
    if (all.length === 0) return copy;
    const node = random.pick(all) as Record<string, unknown>;
    const key = random.pick(Object.keys(node));
    const list = Array.isArray(node) ? (node as unknown[]) : null;
    const value = node[key];
    switch (random.whole(0, 6)) {
      case 0:
        if (list) list.splice(Number(key), 1);
        else delete node[key];
        break;
      case 1:
        if (list) list.push(JSON.parse(JSON.stringify(value)));
        else
          Object.defineProperty(node, String(random.pick(ODD.filter((o) => typeof o !== 'object'))), {
            value,
            enumerable: true,
            configurable: true,
            writable: true,
          });
        break;
      case 2:
        // Alike in kind: more of these are accepted.
        if (typeof value === 'number') node[key] = value * random.pick([0, 1e-160, -1, 0.5, 0.99, 1.01, 2, 10]);
        else if (typeof value === 'string')
          node[key] = `${value}${random.pick(['x', '', '\u0007', '"', "'", '<', '&'])}`;
        else if (typeof value === 'boolean') node[key] = !value;
        break;
      case 3: {
        const other = random.pick(all) as Record<string, unknown>;
        node[key] = JSON.parse(JSON.stringify(other[random.pick(Object.keys(other))] ?? null));
        break;
      }
      case 4:
        if (list && list.length > 1) list.reverse();
        else if (typeof value === 'number') node[key] = value + random.between(-0.5, 0.5);
        break;
      default:
        node[key] = random.pick(ODD);
    }
  }
  return copy;
}

/** A text with pieces cut out, doubled or put in, as a bad copy or another program leaves it. */
export function scratched(random: Random, whole: string): string {
  let text = whole;
  for (let k = random.whole(1, 4); k > 0; k--) {
    const from = random.whole(0, text.length);
    const again = text.slice(from, from + random.whole(0, 60));
    const piece = random.pick(['', '\n', '0', '-', '1e999', 'NaN', '<g>', '"', ';;;', '70\n1\n', '0\nVERTEX\n', again]);
    text = text.slice(0, from) + piece + text.slice(from + random.whole(0, 8));
  }
  return text;
}
