/** The part of the WebAssembly interface that browsers and Node share and the core uses. */
declare namespace WebAssembly {
  class Memory {
    readonly buffer: ArrayBuffer;
  }
  class Module {
    constructor(bytes: Uint8Array);
  }
  class Instance {
    constructor(module: Module, imports?: object);
    readonly exports: unknown;
  }
}
declare function atob(text: string): string;
declare function btoa(bytes: string): string;
