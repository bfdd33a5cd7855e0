/** Hands on what comes in, block by block, with the frame each begins at: blocks are placed by that, not by their count. */
declare const currentFrame: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

class Capture extends AudioWorkletProcessor {
  process(inputs: Float32Array[][]): boolean {
    const channels = inputs[0] ?? [];
    if (channels.length > 0) this.port.postMessage({ frame: currentFrame, channels: channels.map((c) => c.slice()) });
    return true;
  }
}
registerProcessor('capture', Capture);
