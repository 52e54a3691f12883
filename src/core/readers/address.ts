/** Addresses as publishers write them. */

/** @returns the absolute http(s) address, or undefined when none can be made */
export function resolve(address: string | undefined, base: string | undefined): string | undefined {
  const trimmed = address?.trim().replace(/[\n\r\t]/g, '')
  if (!trimmed) return undefined
  if (!URL.canParse(trimmed, base)) return undefined
  const url = new URL(trimmed, base)
  return url.protocol === 'http:' || url.protocol === 'https:' ? url.href : undefined
}
