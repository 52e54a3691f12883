/**
 * What the core may use beyond the language itself: two pure classes that Node, workers and browsers share.
 * Only the core's own tsconfig reads this file; neither `dom` nor `node` types exist in there.
 */
declare class URL {
  constructor(address: string, base?: string)
  static canParse(address: string, base?: string): boolean
  hash: string
  host: string
  hostname: string
  href: string
  origin: string
  pathname: string
  port: string
  protocol: string
  search: string
  username: string
  password: string
  readonly searchParams: {
    delete(name: string): void
    keys(): IterableIterator<string>
    get(name: string): string | null
  }
}
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean; ignoreBOM?: boolean })
  readonly encoding: string
  decode(bytes?: Uint8Array, options?: { stream?: boolean }): string
}
declare class TextEncoder {
  encode(text: string): Uint8Array
}
