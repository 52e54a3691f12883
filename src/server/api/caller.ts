/**
 * Where a request comes from, for limits on tries. `X-Forwarded-For` is anybody's to write, so only as many of its last
 * entries count as there are trusted proxies; what is before them is passed over.
 */
import ipaddr from 'ipaddr.js'

/** The studio's server (`cli/studio.ts`) sets this header from the socket; a value sent by the caller is overwritten. */
export const peerHeader = 'x-yimble-peer'

/**
 * @param forwarded - `X-Forwarded-For`, as it was sent
 * @param peer - address at the other end of the socket
 * @param trusted - number of proxies that are ours
 * @returns an address; of IPv6 the /64, since one household has all of it. `unknown` where none is told
 */
export function callerOf(forwarded: string, peer: string | undefined, trusted: number): string {
  const hops = [...forwarded.split(','), peer ?? ''].map((one) => one.trim()).filter(Boolean)
  // The last entry is who spoke to us; each trusted proxy moves one further back.
  const written = trusted === 0 ? peer : hops.at(-1 - trusted)
  const address = written && withoutPort(written)
  return address && ipaddr.isValid(address) ? shortened(ipaddr.process(address)) : nobodyKnown
}

/** Where none is told: everybody behind a proxy that does not say who asks. */
export const nobodyKnown = 'unknown'

/** Some proxies write the port as well: `203.0.113.5:4711`, `[2001:db8::1]:4711`. */
const withoutPort = (written: string): string =>
  /^\[(.+)\](?::\d+)?$/.exec(written)?.[1] ?? /^([\d.]+):\d+$/.exec(written)?.[1] ?? written

function shortened(address: ipaddr.IPv4 | ipaddr.IPv6): string {
  if (address.kind() === 'ipv4') return address.toString()
  return `${(address as ipaddr.IPv6).parts
    .slice(0, 4)
    .map((part) => part.toString(16))
    .join(':')}::/64`
}
