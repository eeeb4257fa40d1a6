/** The build of libheif with its WebAssembly in it; it says nothing of its types. */
declare module 'libheif-js/libheif-wasm/libheif-bundle.mjs' {
  export default function libheif(): { HeifDecoder: new () => { decode(bytes: Uint8Array): unknown[] } }
}
