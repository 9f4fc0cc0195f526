/** The little of WebAssembly that is used here; the types of Node have none. */
declare namespace WebAssembly {
  function instantiate(bytes: Uint8Array): Promise<{ readonly instance: { readonly exports: unknown } }>
}
