'use client'
/** The client's page with the widget in its slot: one width large, the other two as live miniatures that change places. */
import { Monitor, Smartphone, Tablet } from 'lucide-react'
import { memo, useEffect, useRef, useState } from 'react'
import type { Anchor } from '@/core/stage/anchor'
import { StageFrame } from './StageFrame'

export const devices = [
  { id: 'computer', label: 'Computer', viewport: 1280, height: 800, Icon: Monitor },
  { id: 'tablet', label: 'Tablet', viewport: 768, height: 1024, Icon: Tablet },
  { id: 'phone', label: 'Phone', viewport: 390, height: 844, Icon: Smartphone },
] as const
export type DeviceId = (typeof devices)[number]['id']

export interface StageProps {
  readonly src: string
  readonly widgetRef: string
  readonly anchor: Anchor
  readonly pageName: string
  readonly large: DeviceId
  readonly onLarge: (device: DeviceId) => void
  /** Devices whose frames may be as high as there is room. */
  readonly roomy: ReadonlySet<DeviceId>
  readonly onPort: (name: string, port: MessagePort) => () => void
}

const gap = 12

export const Stage = memo(function Stage({
  src,
  widgetRef,
  anchor,
  pageName,
  large,
  onLarge,
  roomy,
  onPort,
}: StageProps) {
  const room = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState({ width: 880, height: 520 })
  useEffect(() => {
    const element = room.current
    if (!element) return
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    )
    observer.observe(element)
    return () => observer.disconnect()
  }, [])

  const isNarrow = size.width < 560
  const side = isNarrow ? (size.width - gap) / 2 : Math.min(210, Math.max(130, size.width * 0.2))
  const miniHeight = isNarrow ? 130 : (size.height - gap) / 2
  const largeBox = isNarrow
    ? { width: size.width, height: size.height - miniHeight - gap }
    : { width: size.width - side - gap, height: size.height }
  const minis = devices.filter((device) => device.id !== large)

  return (
    <div ref={room} className="relative min-h-0 flex-1">
      {devices.map((device) => {
        const isLarge = device.id === large
        const order = minis.findIndex((one) => one.id === device.id)
        const box = isLarge ? largeBox : { width: side, height: miniHeight - 26 }
        const place = isLarge
          ? { left: 0, top: 0, ...largeBox }
          : isNarrow
            ? { left: order * (side + gap), top: size.height - miniHeight, width: side, height: miniHeight }
            : { left: size.width - side, top: order * (miniHeight + gap), width: side, height: miniHeight }
        const shownWidth = Math.min(device.viewport, box.width)
        // Where the page follows the window's height the frame keeps the device's own, and ends with it.
        const ownHeight = roomy.has(device.id) ? undefined : device.height
        const shownHeight = Math.min(box.height, ((ownHeight ?? Infinity) * shownWidth) / device.viewport)
        return (
          <section
            key={device.id}
            aria-label={`${pageName} on a ${device.label.toLowerCase()}`}
            className="absolute overflow-hidden rounded-md border border-hair bg-wash"
            style={place}
          >
            <div
              className="mx-auto overflow-hidden bg-white"
              style={{ width: shownWidth, height: shownHeight }}
            >
              <StageFrame
                name={device.id}
                title={`${pageName}, ${device.viewport} px wide`}
                src={src}
                start={{ ref: widgetRef, anchor }}
                viewport={device.viewport}
                box={box}
                height={ownHeight}
                onPort={onPort}
              />
            </div>
            {!isLarge && (
              <button
                type="button"
                onClick={() => onLarge(device.id)}
                className="absolute inset-0 flex items-end"
              >
                <span className="flex h-[26px] w-full items-center justify-center gap-1.5 border-t border-hair bg-paper text-[12px]">
                  <device.Icon aria-hidden className="size-3.5" />
                  {device.label} <span className="text-faint">{device.viewport}</span>
                  <span className="sr-only">: show large</span>
                </span>
              </button>
            )}
          </section>
        )
      })}
    </div>
  )
})
