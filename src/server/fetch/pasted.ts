/** An address as somebody pasted it: mended, and where its scheme is missing tried as https, then as http. */
import { ok, type Result } from '@/core/result'
import { mendAddress } from './addresses'

/** @returns what `attempt` made of it, and what was changed about the address in words. Fails as the https attempt failed. */
export async function tryPasted<T>(
  written: string,
  attempt: (url: string) => Promise<Result<T>>,
): Promise<Result<{ readonly value: T; readonly mended: string | null }>> {
  const address = mendAddress(written)
  if (!address.ok) return address
  const url = address.value
  const hadScheme = /^\s*<?(feed:)?https?:/i.test(written)
  const first = await attempt(url.href)
  if (first.ok || hadScheme)
    return first.ok ? ok({ value: first.value, mended: hadScheme ? null : 'https:// was added' }) : first
  url.protocol = 'http:'
  const second = await attempt(url.href)
  return second.ok ? ok({ value: second.value, mended: 'http:// was added' }) : first
}
