// The one platform class core uses: WHATWG Encoding, present in browsers, workers and Node alike.
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean, ignoreBOM?: boolean })
  decode(input?: Uint8Array): string
}
declare class TextEncoder {
  encode(input?: string): Uint8Array
}
