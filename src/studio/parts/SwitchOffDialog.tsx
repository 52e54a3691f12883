'use client'
/** Asks before a widget is switched off, naming the pages on which it will show nothing. */
import type { WidgetShape } from '@/core/api/shapes'
import { Button } from './Button'
import { Dialog } from './Dialog'

export interface SwitchOffDialogProps {
  readonly open: boolean
  readonly widget: Pick<WidgetShape, 'name' | 'sightings'>
  readonly onClose: () => void
  readonly onSwitchOff: () => void
}

export function SwitchOffDialog({ open, widget, onClose, onSwitchOff }: SwitchOffDialogProps) {
  const pages = [...new Set(widget.sightings.map((one) => one.pageUrl))]
  return (
    <Dialog open={open} onClose={onClose} title={`Switch off “${widget.name}”?`}>
      <p>
        {pages.length === 0
          ? 'It has been seen on no page yet. Where its snippet stands, it will show nothing and take no room.'
          : `It will show nothing on ${pages.length === 1 ? 'this page' : `these ${pages.length} pages`}, and take no room there:`}
      </p>
      {pages.length > 0 && (
        <ul className="flex list-inside list-disc flex-col gap-1">
          {pages.map((page) => (
            <li key={page} className="font-mono text-[12px] break-all">
              {page}
            </li>
          ))}
        </ul>
      )}
      <p className="text-faint">The snippet stays where it is; switching on brings it back.</p>
      <div className="flex flex-wrap gap-2">
        <Button look="grave" onClick={onSwitchOff}>
          Switch off
        </Button>
        <Button onClick={onClose}>Leave it on</Button>
      </div>
    </Dialog>
  )
}
