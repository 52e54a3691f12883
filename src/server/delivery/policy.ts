/** The policy of delivery's own pages: everything from here, and what a widget says it loads from elsewhere. */
import type { Hosts } from '@/kinds/contract'

/** @param hosts - origins, as `URL` writes them: no sign in them ends a directive */
export const pagePolicyWith = ({ images = [], frames = [] }: Hosts): string =>
  [
    "default-src 'none'",
    "script-src 'self'",
    "connect-src 'self'",
    ["img-src 'self'", ...new Set(images)].join(' '),
    "font-src 'self'",
    "style-src 'unsafe-inline'",
    ...(frames.length > 0 ? [['frame-src', ...new Set(frames)].join(' ')] : []),
    "base-uri 'self'",
  ].join('; ')

/** Undefined where it is that of every page. */
export const ownPolicy = (hosts: Hosts): string | undefined =>
  (hosts.images?.length ?? 0) + (hosts.frames?.length ?? 0) > 0 ? pagePolicyWith(hosts) : undefined
