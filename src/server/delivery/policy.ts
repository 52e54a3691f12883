/** The policy of delivery's own pages: everything from here, and what a widget says it loads from elsewhere. */
import type { Hosts } from '@/kinds/contract'

/** @param hosts - origins, as `URL` writes them: no sign in them ends a directive */
export const pagePolicyWith = ({ images = [], frames = [], media = [] }: Hosts): string =>
  [
    "default-src 'none'",
    "script-src 'self'",
    "connect-src 'self'",
    ["img-src 'self'", ...new Set(images)].join(' '),
    "font-src 'self'",
    "style-src 'unsafe-inline'",
    ...(frames.length > 0 ? [['frame-src', ...new Set(frames)].join(' ')] : []),
    ...(media.length > 0 ? [['media-src', ...new Set(media)].join(' ')] : []),
    "base-uri 'self'",
  ].join('; ')

/** Undefined where it is that of every page. */
export const ownPolicy = (hosts: Hosts): string | undefined =>
  Object.values(hosts).some((all: readonly string[]) => all.length > 0) ? pagePolicyWith(hosts) : undefined
