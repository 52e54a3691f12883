'use client'
/** A site of a client in its list, with its pages; it can be renamed and removed. */
import { useState } from 'react'
import type { SiteShape } from '@/core/api/shapes'
import { getPlatform } from '@/core/snippet/platforms'
import { api } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { ForEditors } from '../parts/Role'
import { useAct } from './useAct'

export function SiteLine({ site }: { site: SiteShape }) {
  const { busy, act } = useAct()
  const [asking, setAsking] = useState(false)
  return (
    <li className="flex items-start justify-between gap-3 px-1 py-2.5">
      <span className="min-w-0">
        <span className="font-medium break-words">{site.name}</span>
        <span className="block text-[13px] break-words text-faint">
          {getPlatform(site.platform).label} · {site.pages.map((page) => page.name).join(', ')}
        </span>
      </span>
      <ForEditors>
        <Button small aria-label={`Remove ${site.name}`} onClick={() => setAsking(true)}>
          Remove
        </Button>
      </ForEditors>
      <Dialog open={asking} onClose={() => setAsking(false)} title={`Remove “${site.name}”?`}>
        <p>
          Its {site.pages.length === 1 ? 'page goes' : `${site.pages.length} pages go`} from the bench.
          Widgets that stand there stay live as they are; only their preview loses the page.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button look="grave" busy={busy} onClick={() => void act(() => api('DELETE', `/sites/${site.id}`))}>
            Remove
          </Button>
          <Button onClick={() => setAsking(false)}>Keep it</Button>
        </div>
      </Dialog>
    </li>
  )
}
