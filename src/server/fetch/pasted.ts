/** An address as somebody pasted it: mended, and where its scheme is missing tried as https, then as http. */
import type { Problem } from '@/core/problems'
import { ok, type Result } from '@/core/result'
import { mendAddress } from './addresses'

/** Whether the site was reached. */
const isFromSite = ({ code }: Problem): boolean =>
  [
    'nothing_readable',
    'source_answered',
    'source_closed',
    'source_gone',
    'too_large',
    'too_much_to_read',
  ].includes(code)

/** @returns what `attempt` made of it, and what was changed about the address in words. Fails as the attempt failed that reached the site; as https where none did. */
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
  if (second.ok) return ok({ value: second.value, mended: 'http:// was added' })
  // What the site itself answers says more than that it takes no https.
  return isFromSite(second.problem) && !isFromSite(first.problem) ? second : first
}
