'use client'
/**
 * How high the stage's frames are. As much of the page as the bench has room for, except where the height of the window moves
 * the widget: there a frame has the device's own, or the widget would stand elsewhere than on the live page.
 */
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Measure } from '@/core/stage/messages'
import { nextTrial, type Tried } from './roomyFrames'
import { devices, type DeviceId } from './Stage'

/**
 * @param page - the page on the stage; another one is tried anew
 * @returns the devices whose frames may be as high as there is room
 */
export function useRoomyFrames(
  measures: Readonly<Record<string, Measure>>,
  page: string,
): ReadonlySet<DeviceId> {
  const [trials, setTrials] = useState<Readonly<Record<string, Tried>>>({})
  const tried = useRef(page)
  useEffect(() => {
    if (tried.current !== page) {
      tried.current = page
      setTrials({})
      return
    }
    const timer = setTimeout(
      () =>
        setTrials((known) =>
          Object.fromEntries(
            Object.entries(measures).map(([device, { top, height, viewportHeight }]) => [
              device,
              nextTrial(known[device], { top, height, viewportHeight }),
            ]),
          ),
        ),
      settledMs,
    )
    return () => clearTimeout(timer)
  }, [measures, page])
  const roomy = devices.filter(({ id }) => trials[id]?.trial === 'room').map(({ id }) => id)
  const key = roomy.join()
  // eslint-disable-next-line react-hooks/exhaustive-deps -- the stage is drawn anew only when one of them is another
  return useMemo(() => new Set(roomy), [key])
}

/** After the last measurement: fonts and pictures move a page while they come. */
const settledMs = 250
