import { uniform } from '../numerics/random';
import { readWav, writeWav } from './wav';

const wavOf = (bytes: Uint8Array) => {
  const reading = readWav(bytes);
  if (!reading.ok) throw new Error(reading.message);
  return reading.wav;
};

/** A file of integers, written by hand. */
function integers(
  bits: number,
  values: readonly number[],
  { extensible = false, rate = 44100, wide = false } = {},
): Uint8Array {
  const width = bits / 8;
  const format = extensible ? 40 : 16;
  const ds64 = wide ? 36 : 0;
  const bytes = new Uint8Array(12 + ds64 + 8 + format + 8 + 3 + 1 + 8 + values.length * width);
  const view = new DataView(bytes.buffer);
  let at = 0;
  const tag = (t: string) => [...t].forEach((c) => view.setUint8(at++, c.charCodeAt(0)));
  const u32 = (v: number) => view.setUint32((at += 4) - 4, v, true);
  const u16 = (v: number) => view.setUint16((at += 2) - 2, v, true);
  tag(wide ? 'RF64' : 'RIFF');
  u32(wide ? 0xffffffff : bytes.length - 8);
  tag('WAVE');
  if (wide) {
    tag('ds64');
    u32(28);
    [bytes.length - 8, 0, values.length * width, 0, values.length, 0, 0].forEach(u32);
  }
  tag('fmt ');
  u32(format);
  u16(extensible ? 0xfffe : 1);
  u16(1);
  u32(rate);
  u32(rate * width);
  u16(width);
  u16(bits);
  if (extensible) {
    u16(22);
    u16(bits);
    u32(0);
    u16(1);
    at += 14;
  }
  tag('note');
  u32(3);
  at += 4;
  tag('data');
  u32(wide ? 0xffffffff : values.length * width);
  for (const v of values) {
    for (let b = 0; b < width; b++) view.setUint8(at + b, (v >> (8 * b)) & 255);
    at += width;
  }
  return bytes;
}

test('integers of every width, plain, extensible and 64-bit, unknown chunks of odd length stepped over', () => {
  for (const bits of [16, 24, 32]) {
    const most = 2 ** (bits - 1) - 1;
    for (const options of [{}, { extensible: true }, { wide: true }]) {
      const wav = wavOf(integers(bits, [0, most, -most - 1, 1 << (bits - 2)], options));
      expect(wav).toMatchObject({ rate: 44100, kind: `int ${bits}`, shortened: false });
      expect([...wav.channels[0]!]).toEqual([0, Math.fround(1 - 2 ** (1 - bits)), -1, 0.5]);
      expect(wav.fullScale).toBe(1 - 2 ** (1 - bits));
    }
  }
  expect([...wavOf(integers(8, [128, 255, 0])).channels[0]!]).toEqual([0, 127 / 128, -1]);
});

test('what is written reads back, channel by channel', () => {
  const channels = [Float32Array.of(0, 0.5, -1), Float32Array.of(0.25, -0.125, 1.5)];
  const wav = wavOf(writeWav(channels, 48000));
  expect(wav).toMatchObject({ rate: 48000, kind: 'float 32', fullScale: 1 });
  expect(wav.channels).toEqual(channels);
  expect(() => writeWav([Float32Array.of(1), Float32Array.of(1, 2)], 48000)).toThrow(/equal length/);
});

test('a cut-off file keeps what is there and says so', () => {
  const whole = writeWav([Float32Array.of(0, 1, 2, 3)], 8000);
  expect(wavOf(whole.slice(0, whole.length - 6))).toMatchObject({ shortened: true, channels: [Float32Array.of(0, 1)] });
});

test('wrong files are refused with the byte and what was expected there', () => {
  const message = (bytes: Uint8Array) => {
    const reading = readWav(bytes);
    return reading.ok ? 'read' : reading.message;
  };
  const good = writeWav([Float32Array.of(0, 1, 2, 3)], 8000);
  const changed = (at: number, ...values: number[]) => {
    const bytes = good.slice();
    bytes.set(values, at);
    return message(bytes);
  };
  expect(message(new Uint8Array(3))).toMatch(/^byte 0: expected a WAV file/);
  expect(message(new TextEncoder().encode('OggS and so on for long'))).toBe(
    'byte 0: expected "RIFF" or "RF64", found "OggS"',
  );
  expect(changed(8, 65)).toBe('byte 8: expected "WAVE", found "AAVE"');
  expect(changed(20, 85, 0)).toMatch(/^byte 20: expected uncompressed samples .* found format 85$/);
  expect(changed(22, 0, 0)).toMatch(/^byte 22: expected 1 to 64 channels, found 0/);
  expect(changed(24, 1, 0, 0, 0)).toMatch(/^byte 24: expected a sample rate/);
  expect(changed(34, 20, 0)).toMatch(/^byte 34: expected 32 or 64 bits/);
  expect(changed(58 + 4, 0, 0, 0xc0, 0x7f)).toMatch(/^byte 62: expected a number/);
  expect(message(good.slice(0, 50))).toMatch(/expected samples \("data"\), found the end of the file/);
});

test('two thousand damaged files: read or a sentence, never an exception', () => {
  const next = uniform(7);
  const samples = Float32Array.from({ length: 60 }, () => 2 * next() - 1);
  const files = [
    writeWav([samples, samples], 44100),
    integers(24, [1, 2, 3, 4, 5]),
    integers(16, [9, 8], { wide: true }),
  ];
  let refusals = 0;
  for (let round = 0; round < 2000; round++) {
    let bytes = files[round % 3]!.slice();
    for (let k = 0; k <= next() * 4; k++)
      bytes[Math.floor(next() * Math.min(bytes.length, 90))] = Math.floor(next() * 256);
    if (next() < 0.3) bytes = bytes.slice(0, Math.floor(next() * bytes.length));
    const reading = readWav(bytes);
    if (reading.ok) expect(reading.wav.channels.every((c) => c.every(Number.isFinite))).toBe(true);
    else {
      refusals += 1;
      expect(reading.message).toMatch(/^byte \d+: expected .+, found .+/);
    }
  }
  expect(refusals).toBeGreaterThan(300);
});
