'use client'
/**
 * Times as they are here. The server writes them in its own zone and a moment earlier; taken over as they are, they would
 * differ from what the browser makes of them, and React would throw the whole page away and draw it again.
 */
import { useSyncExternalStore } from 'react'
import { ago, dayAndTime } from '../time'

const never = () => () => {}

/** Words that depend on the clock, the zone or the language of this browser. */
export function Local({ words }: { words: () => string }) {
  const isHere = useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
  return (
    // Another key makes another element, with the words of here in it.
    <span key={isHere ? 'here' : 'sent'} suppressHydrationWarning>
      {words()}
    </span>
  )
}

/** How long ago, or how soon. */
export const Ago = ({ iso }: { iso: string }) => <Local words={() => ago(iso)} />

export const DayAndTime = ({ iso }: { iso: string }) => <Local words={() => dayAndTime(iso)} />
