'use client'
/** One frame of the stage: the client's page at one viewport width, scaled to the room it has. */
import { useEffect, useLayoutEffect, useRef } from 'react'
import { helloSchema, type StageStart } from '@/core/stage/messages'

export interface StageFrameProps {
  readonly name: string
  readonly title: string
  /** Address of the page on the stage. */
  readonly src: string
  readonly start: Omit<StageStart, 'yimble'>
  /** CSS px: the page's viewport width, and the box on the bench that it is scaled into. */
  readonly viewport: number
  readonly box: { readonly width: number; readonly height: number }
  /** CSS px of the frame's own height; as much as the box has room for when it is left out. */
  readonly height?: number
  readonly onPort: (name: string, port: MessagePort) => () => void
}

export function StageFrame({ name, title, src, start, viewport, box, height, onPort }: StageFrameProps) {
  const frame = useRef<HTMLIFrameElement>(null)
  const nonce = useRef('')
  const { ref } = start
  // Where it stands is told at the beginning; later moves go by the port and load nothing. With the commit and not after the next paint:
  // a frame that greets in between has no port yet, so that the move would not reach it either way.
  const anchor = useRef(start.anchor)
  useLayoutEffect(() => {
    anchor.current = start.anchor
  }, [start.anchor])

  useEffect(() => {
    const element = frame.current
    if (!element) return
    nonce.current = crypto.randomUUID()
    let undo: (() => void) | undefined
    const hear = (event: MessageEvent) => {
      // The frame's origin is null: trust is its window, and a nonce that only it was given.
      if (event.source !== element.contentWindow) return
      const hello = helloSchema.safeParse(event.data)
      if (!hello.success || hello.data.nonce !== nonce.current) return
      undo?.()
      const { port1, port2 } = new MessageChannel()
      undo = onPort(name, port1)
      element.contentWindow?.postMessage(
        { yimble: 'start', ref, anchor: anchor.current } satisfies StageStart,
        '*',
        [port2],
      )
    }
    window.addEventListener('message', hear)
    element.src = `${src}#${nonce.current}`
    return () => {
      window.removeEventListener('message', hear)
      undo?.()
    }
  }, [name, src, ref, onPort])

  const scale = Math.min(1, box.width / viewport)
  return (
    <iframe
      ref={frame}
      data-stage-frame={name}
      title={title}
      className="origin-top-left border-0 bg-white"
      style={{ width: viewport, height: height ?? box.height / scale, transform: `scale(${scale})` }}
      sandbox="allow-scripts"
    />
  )
}
