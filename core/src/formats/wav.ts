/**
 * WAV files: integers of 8, 16, 24 and 32 bits, floating point of 32 and 64, any rate and number of channels, plain and "extensible", and the 64-bit form
 * RF64 (EBU Tech 3306). Chunks that are not known are stepped over. A wrong file is refused with the byte and what was expected there.
 */

export interface Wav {
  rate: number;
  /** One array a channel, ± 1 full scale. */
  channels: Float32Array<ArrayBuffer>[];
  /** Largest value the numbers of this file can have: a sample there is at its limit. */
  fullScale: number;
  /** As it says: 'int 16', 'float 32'. */
  kind: string;
  /** Fewer samples than the file announces. */
  shortened: boolean;
}

export type WavReading = { ok: true; wav: Wav } | { ok: false; message: string };

/** Largest file that is read, bytes. */
export const LARGEST_WAV = 400e6;
const MOST_CHANNELS = 64;
const RATES = [1000, 768000] as const;

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
/** In place of sizes that stand in the RF64 chunk. */
const IN_DS64 = 0xffffffff;

const refused = (byte: number, expected: string, found: string): WavReading => ({
  ok: false,
  message: `byte ${byte}: expected ${expected}, found ${found}`,
});

/** What stands in four bytes, as far as it can be printed. */
function tagAt(view: DataView, at: number): string {
  let tag = '';
  for (let i = 0; i < 4; i++) tag += String.fromCharCode(view.getUint8(at + i));
  return tag;
}
const printed = (tag: string) => `"${tag.replace(/[^\x20-\x7e]/g, '.')}"`;

interface Shape {
  float: boolean;
  bits: number;
  channels: number;
  rate: number;
}

function shapeAt(view: DataView, at: number, size: number): Shape | WavReading {
  if (size < 16) return refused(at - 4, 'a format of at least 16 bytes', String(size));
  let code = view.getUint16(at, true);
  const [channels, rate, align, bits] = [
    view.getUint16(at + 2, true),
    view.getUint32(at + 4, true),
    view.getUint16(at + 12, true),
    view.getUint16(at + 14, true),
  ];
  if (code === EXTENSIBLE) {
    if (size < 26) return refused(at - 4, 'a format of 40 bytes for the extensible kind', String(size));
    code = view.getUint16(at + 24, true);
  }
  if (code !== PCM && code !== FLOAT)
    return refused(at, 'uncompressed samples (1) or floating point (3)', `format ${code}`);
  const float = code === FLOAT;
  if (!(float ? [32, 64] : [8, 16, 24, 32]).includes(bits))
    return refused(at + 14, float ? '32 or 64 bits a sample' : '8, 16, 24 or 32 bits a sample', String(bits));
  if (channels < 1 || channels > MOST_CHANNELS)
    return refused(at + 2, `1 to ${MOST_CHANNELS} channels`, String(channels));
  if (rate < RATES[0] || rate > RATES[1])
    return refused(at + 4, `a sample rate of ${RATES[0]} to ${RATES[1]} Hz`, String(rate));
  if (align !== (channels * bits) / 8)
    return refused(at + 12, `${(channels * bits) / 8} bytes for all channels of a sample`, String(align));
  return { float, bits, channels, rate };
}

/** Reads a WAV file. Never throws. */
export function readWav(bytes: Uint8Array): WavReading {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.byteLength > LARGEST_WAV)
    return refused(0, `a file of at most ${LARGEST_WAV / 1e6} MB`, `${Math.round(view.byteLength / 1e6)} MB`);
  if (view.byteLength < 12) return refused(0, 'a WAV file of at least 12 bytes', `${view.byteLength} bytes`);
  const outer = tagAt(view, 0);
  if (outer !== 'RIFF' && outer !== 'RF64') return refused(0, '"RIFF" or "RF64"', printed(outer));
  if (tagAt(view, 8) !== 'WAVE') return refused(8, '"WAVE"', printed(tagAt(view, 8)));
  let shape: Shape | null = null;
  let wide: number | null = null;
  let at = 12;
  while (at + 8 <= view.byteLength) {
    const tag = tagAt(view, at);
    const announced = view.getUint32(at + 4, true);
    const body = at + 8;
    const room = view.byteLength - body;
    if (tag === 'ds64' && announced >= 16 && room >= 16) wide = Number(view.getBigUint64(body + 8, true));
    else if (tag === 'fmt ') {
      if (announced > room)
        return refused(at + 4, `a format within the file, at most ${room} bytes`, String(announced));
      const found = shapeAt(view, body, announced);
      if ('ok' in found) return found;
      shape = found;
    } else if (tag === 'data') {
      if (!shape) return refused(at, 'the format ("fmt ") before the samples', '"data"');
      const size = announced === IN_DS64 ? (wide ?? room) : announced;
      return samplesAt(view, body, Math.min(size, room), size > room, shape);
    }
    at = body + announced + (announced % 2);
  }
  return refused(Math.min(at, view.byteLength), 'samples ("data")', 'the end of the file');
}

function samplesAt(view: DataView, at: number, size: number, shortened: boolean, shape: Shape): WavReading {
  const { float, bits, channels, rate } = shape;
  const width = bits / 8;
  const count = Math.floor(size / (width * channels));
  if (count === 0) return refused(at, 'samples', 'none');
  const whole = float ? 1 : 2 ** (bits - 1);
  const read: (p: number) => number = float
    ? width === 4
      ? (p) => view.getFloat32(p, true)
      : (p) => view.getFloat64(p, true)
    : width === 1
      ? (p) => (view.getUint8(p) - 128) / whole
      : width === 2
        ? (p) => view.getInt16(p, true) / whole
        : width === 3
          ? (p) => ((view.getInt8(p + 2) << 16) | view.getUint16(p, true)) / whole
          : (p) => view.getInt32(p, true) / whole;
  const lists = Array.from({ length: channels }, () => new Float32Array(count));
  for (let i = 0, p = at; i < count; i++)
    for (let c = 0; c < channels; c++, p += width) {
      const v = read(p);
      if (!Number.isFinite(v)) return refused(p, 'a number', 'none (not finite)');
      lists[c]![i] = v;
    }
  const kind = `${float ? 'float' : 'int'} ${bits}`;
  return { ok: true, wav: { rate, channels: lists, fullScale: float ? 1 : 1 - 1 / whole, kind, shortened } };
}

/** A WAV file of 32-bit floating point. Throws RangeError when channels differ in length or there is none. */
export function writeWav(channels: readonly Float32Array[], rate: number): Uint8Array<ArrayBuffer> {
  const count = channels[0]?.length ?? 0;
  if (channels.length === 0 || channels.some((c) => c.length !== count))
    throw new RangeError(
      `writeWav: channels must be one or more of equal length, got ${channels.map((c) => c.length)}`,
    );
  const size = 4 * count * channels.length;
  const bytes = new Uint8Array(58 + size);
  const view = new DataView(bytes.buffer);
  const tag = (at: number, text: string) => [...text].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  tag(0, 'RIFF');
  view.setUint32(4, 50 + size, true);
  tag(8, 'WAVEfmt ');
  view.setUint32(16, 18, true);
  view.setUint16(20, FLOAT, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, 4 * rate * channels.length, true);
  view.setUint16(32, 4 * channels.length, true);
  view.setUint16(34, 32, true);
  tag(38, 'fact');
  view.setUint32(42, 4, true);
  view.setUint32(46, count, true);
  tag(50, 'data');
  view.setUint32(54, size, true);
  for (let i = 0, p = 58; i < count; i++)
    for (const channel of channels) {
      view.setFloat32(p, channel[i]!, true);
      p += 4;
    }
  return bytes;
}
