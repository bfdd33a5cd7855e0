/** Samples at another rate, by the browser's own converter. */
export async function resampled(
  channels: readonly Float32Array[],
  from: number,
  to: number,
): Promise<Float32Array<ArrayBuffer>[]> {
  const copies = channels.map((c) => Float32Array.from(c));
  if (from === to || copies[0]!.length === 0) return copies;
  const length = Math.max(1, Math.round((copies[0]!.length * to) / from));
  const context = new OfflineAudioContext(copies.length, length, to);
  const buffer = context.createBuffer(copies.length, copies[0]!.length, from);
  copies.forEach((c, i) => buffer.copyToChannel(c, i));
  const source = new AudioBufferSourceNode(context, { buffer });
  source.connect(context.destination);
  source.start();
  const made = await context.startRendering();
  return copies.map((_, i) => Float32Array.from(made.getChannelData(i)));
}
