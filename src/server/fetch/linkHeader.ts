/** The `Link` header (RFC 8288): where things of each relation are. */

/** @returns the first address of each relation as written, relations in lower case */
export function linksIn(header: string | null): ReadonlyMap<string, string> {
  const found = new Map<string, string>()
  for (const [, address = '', parameters = ''] of (header ?? '').matchAll(
    /<([^>]*)>((?:\s*;\s*[\w*-]+(?:\s*=\s*(?:"[^"]*"|[^",;\s]*))?)*)/g,
  )) {
    const [, quoted, bare] = /;\s*rel\s*=\s*(?:"([^"]*)"|([^",;\s]+))/i.exec(parameters) ?? []
    for (const relation of (quoted ?? bare ?? '').toLowerCase().split(/\s+/))
      if (relation !== '' && !found.has(relation)) found.set(relation, address.trim())
  }
  return found
}
