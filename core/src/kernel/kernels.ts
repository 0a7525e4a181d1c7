import type { KernelExports } from './exports.ts';
import { KERNELS_BASE64 } from './wasm.generated.ts';

/** A piece of the kernels' memory that the host fills and reads. Views are made afresh, since memory may move. */
export interface Scratch {
  readonly ptr: number;
  readonly bytes: number;
}

/** One instance of the kernels with its own memory: one for each worker thread. */
export interface Kernels {
  readonly run: KernelExports;
  /** A buffer under a name, at least `bytes` long; grown and its contents lost when it is too small. */
  scratch(name: string, bytes: number): Scratch;
  alloc(bytes: number): Scratch;
  release(block: Scratch): void;
  u8(block: Scratch): Uint8Array;
  u16(block: Scratch): Uint16Array;
  u32(block: Scratch): Uint32Array;
  i32(block: Scratch): Int32Array;
  f32(block: Scratch): Float32Array;
  f64(block: Scratch): Float64Array;
}

function decodeBase64(text: string): Uint8Array<ArrayBuffer> {
  const binary = atob(text);
  const bytes = new Uint8Array(binary.length);
  for (let k = 0; k < bytes.length; k++) bytes[k] = binary.charCodeAt(k);
  return bytes;
}

/** Starts the WebAssembly kernels. Needs WebAssembly SIMD, as every current browser and Node 20 have. */
export function createKernels(): Kernels {
  const module = new WebAssembly.Module(decodeBase64(KERNELS_BASE64));
  const run = new WebAssembly.Instance(module, { env: {} }).exports as unknown as KernelExports;
  const named = new Map<string, Scratch>();
  const alloc = (bytes: number): Scratch => ({ ptr: run.alloc(bytes + 64), bytes });
  const release = (block: Scratch): void => run.release(block.ptr);
  return {
    run,
    alloc,
    release,
    scratch(name, bytes) {
      const old = named.get(name);
      if (old && old.bytes >= bytes) return old;
      if (old) release(old);
      const block = alloc(Math.ceil(bytes * 1.25));
      named.set(name, block);
      return block;
    },
    u8: (b) => new Uint8Array(run.memory.buffer, b.ptr, b.bytes),
    u16: (b) => new Uint16Array(run.memory.buffer, b.ptr, b.bytes >> 1),
    u32: (b) => new Uint32Array(run.memory.buffer, b.ptr, b.bytes >> 2),
    i32: (b) => new Int32Array(run.memory.buffer, b.ptr, b.bytes >> 2),
    f32: (b) => new Float32Array(run.memory.buffer, b.ptr, b.bytes >> 2),
    f64: (b) => new Float64Array(run.memory.buffer, b.ptr, b.bytes >> 3),
  };
}
