/** Which addresses may be fetched at all: http and https, and only hosts in public networks. */
import ipaddr from 'ipaddr.js'
import { fail, ok, type Result } from '@/core/result'
import { problem } from '@/core/problems'

/**
 * Makes an address of what was pasted: trims, adds a missing scheme, takes `feed:` for http.
 * Fails with `address_invalid` or `address_scheme`.
 */
export function mendAddress(written: string): Result<URL> {
  const trimmed = written
    .trim()
    .replace(/^<|>$/g, '')
    .replace(/^feed:(\/\/)?(?=https?:)/i, '')
    .replace(/^feed:\/\//i, 'http://')
    .replace(/^webcals?:\/\//i, 'https://')
    .replace(/^(https?):\/*(?=[^/])/i, '$1://')
  const scheme = /^([a-z][a-z0-9+.-]*):(?!\d)/i.exec(trimmed)?.[1]?.toLowerCase()
  if (scheme && scheme !== 'http' && scheme !== 'https')
    return fail(problem('address_scheme', { address: written.slice(0, 120), scheme: `${scheme}:` }))
  const whole = scheme ? trimmed : `https://${trimmed.replace(/^\/\//, '')}`
  if (/\s/.test(trimmed) || trimmed === '' || !URL.canParse(whole))
    return fail(problem('address_invalid', { address: written.slice(0, 120) }))
  const url = new URL(whole)
  const isName =
    /\.[^.]/.test(url.hostname) ||
    ipaddr.isValid(url.hostname.replace(/^\[|\]$/g, '')) ||
    url.hostname === 'localhost'
  if (!isName) return fail(problem('address_invalid', { address: written.slice(0, 120) }))
  url.username = ''
  url.password = ''
  url.hash = ''
  return ok(url)
}

/** Whether an IP address lies in the public internet; IPv4 inside IPv6 counts as what it stands for. */
export function isPublicAddress(ip: string): boolean {
  if (!ipaddr.isValid(ip)) return false
  const parsed = ipaddr.process(ip)
  return parsed.range() === 'unicast'
}
