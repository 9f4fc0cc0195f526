/**
 * The little of WebAssembly that the engine uses where there is one; the language's own library has no types
 * for it.
 */
declare namespace WebAssembly {
  class Memory {
    constructor(descriptor: { initial: number; maximum: number })
    readonly buffer: ArrayBuffer
  }
  class Module {
    constructor(bytes: Uint8Array)
  }
  class Instance {
    constructor(module: Module, imports: { env: { memory: Memory } })
    readonly exports: unknown
  }
}
