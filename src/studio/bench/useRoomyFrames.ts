'use client'
/**
 * How high the stage's frames are. As much of the page as the bench has room for, except where the page is laid out by the
 * height of the window: there a frame has the device's own, or the widget would stand elsewhere than on the live page.
 */
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Measure } from '@/core/stage/messages'
import { devices, type DeviceId } from './Stage'

/** `room`: all the room there is; `kept`: that was tried, and it moved the widget. To begin with it is the device's own. */
type Height = 'room' | 'kept'
const mostMovedPx = 1

/**
 * @param page - the page on the stage; another one is tried anew
 * @returns the devices whose frames may be as high as there is room
 */
export function useRoomyFrames(
  measures: Readonly<Record<string, Measure>>,
  page: string,
): ReadonlySet<DeviceId> {
  const [heights, setHeights] = useState<Readonly<Record<string, Height>>>({})
  const before = useRef<Record<string, { pageHeight: number; viewportHeight: number }>>({})
  const tried = useRef(page)
  useEffect(() => {
    if (tried.current !== page) {
      tried.current = page
      before.current = {}
      setHeights({})
      return
    }
    const timer = setTimeout(() => {
      for (const [device, { pageHeight, viewportHeight }] of Object.entries(measures)) {
        const first = before.current[device]
        const isResized = first !== undefined && first.viewportHeight !== viewportHeight
        before.current[device] = { pageHeight, viewportHeight }
        if (!first) setHeights((known) => ({ ...known, [device]: 'room' }))
        else if (isResized && Math.abs(first.pageHeight - pageHeight) > mostMovedPx)
          setHeights((known) => ({ ...known, [device]: 'kept' }))
      }
    }, settledMs)
    return () => clearTimeout(timer)
  }, [measures, page, heights])
  return useMemo(() => new Set(devices.map(({ id }) => id).filter((id) => heights[id] === 'room')), [heights])
}

/** After the last measurement: fonts and pictures move a page while they come. */
const settledMs = 250
