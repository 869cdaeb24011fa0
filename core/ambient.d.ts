// What core uses of the platform: WHATWG Encoding and structured cloning, present in browsers, workers and Node alike.
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean, ignoreBOM?: boolean })
  decode(input?: Uint8Array): string
  readonly encoding: string
}
declare function atob(base64: string): string
declare function structuredClone<T>(value: T): T
declare class TextEncoder {
  encode(input?: string): Uint8Array
}
interface ReadableStreamReader<T> {
  read(): Promise<{ done: boolean, value?: T }>
  cancel(): Promise<void>
}
declare class ReadableStream<T> {
  constructor(source: { pull(controller: { enqueue(piece: T): void, close(): void }): Promise<void> })
  getReader(): ReadableStreamReader<T>
}
