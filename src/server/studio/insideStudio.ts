/**
 * Where somebody goes after signing in: as a browser reads the address, which drops tabs and line breaks and takes backslashes for
 * slashes.
 * @returns path with query and fragment; `/` for what leads out of the studio or is no address
 */
export function insideStudio(next: string, studio: string): string {
  if (!next.startsWith('/') || !URL.canParse(next, studio)) return '/'
  const url = new URL(next, studio)
  return url.origin === new URL(studio).origin ? url.pathname + url.search + url.hash : '/'
}
