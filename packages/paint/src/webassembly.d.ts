/** The little of WebAssembly that the compositor uses where there is one. */
declare namespace WebAssembly {
  class Memory {
    readonly buffer: ArrayBuffer
    grow(pages: number): number
  }
  class Module {
    constructor(bytes: Uint8Array)
  }
  class Instance {
    constructor(module: Module, imports: object)
    readonly exports: unknown
  }
}
