/** One loader of the compiled loops, for Node, the tests, the page's workers and the built application. */
import type { Linalg } from './types';
import { wasmLinalg } from './wasm';

declare const process: {
  getBuiltinModule(id: 'node:fs'): { readFileSync(url: URL): Uint8Array<ArrayBuffer> };
};

let module: Promise<WebAssembly.Module> | undefined;

function compile(): Promise<WebAssembly.Module> {
  // Literal: the bundler finds and ships the file by it.
  const url = new URL('../../../kernels/built/linalg.wasm', import.meta.url);
  if (url.protocol === 'file:') return WebAssembly.compile(process.getBuiltinModule('node:fs').readFileSync(url));
  return WebAssembly.compileStreaming(fetch(url));
}

/** Fresh loops with room for `bytes`; dropped with everything in them when nobody holds them any more. */
export async function loadLinalg(bytes: number): Promise<Linalg> {
  return wasmLinalg(await (module ??= compile()), bytes);
}
