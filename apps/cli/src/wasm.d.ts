/** Bytes of a module, as the build to one file takes them in. */
declare module '*.wasm' {
  const bytes: Uint8Array
  export default bytes
}
