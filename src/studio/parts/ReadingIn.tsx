'use client'
/** A source that is still being read in: how far it is, and stopping it. What has come stays. */
import { useState } from 'react'
import { toast } from 'sonner'
import type { SourceShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from './Button'

export function ReadingIn({
  source,
  onStopped,
}: {
  source: SourceShape
  onStopped: (source: SourceShape) => void
}) {
  const [isBusy, setBusy] = useState(false)
  if (!source.progress) return null
  const { done, total } = source.progress
  async function stop() {
    setBusy(true)
    try {
      onStopped(await api<SourceShape>('POST', `/sources/${source.id}/stop`))
      toast(`Stopped. What has come of “${source.label}” stays; the rest comes with the next reading.`)
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(false)
  }
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1 text-[13px]">
      <p role="status" className="min-w-0 flex-1">
        {total === null
          ? done > 0
            ? `${done} items read in so far.`
            : 'Reading it in …'
          : `${done} of ${total} items read in.`}{' '}
        You can go on meanwhile.
      </p>
      <Button small busy={isBusy} onClick={() => void stop()} aria-label={`Stop reading ${source.label}`}>
        Stop
      </Button>
      {total !== null && (
        <progress
          value={done}
          max={total}
          aria-label={`Read in of ${source.label}`}
          className="h-1 w-full overflow-hidden rounded-full [&::-moz-progress-bar]:bg-spruce [&::-webkit-progress-bar]:bg-wash [&::-webkit-progress-value]:bg-spruce"
        />
      )}
    </div>
  )
}
