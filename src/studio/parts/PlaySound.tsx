'use client'
/** Plays a sound. It is fetched when it is wanted, and decoded here, so that no page has to let media in. */
import { Pause, Play } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { Button } from './Button'

export function PlaySound({ url, label }: { readonly url: string; readonly label: string }) {
  const [isPlaying, setPlaying] = useState(false)
  const stopRef = useRef<() => void>(undefined)
  useEffect(() => () => stopRef.current?.(), [])

  async function play() {
    const context = new AudioContext()
    try {
      const answer = await fetch(url)
      if (!answer.ok) throw new Error(String(answer.status))
      const node = context.createBufferSource()
      node.buffer = await context.decodeAudioData(await answer.arrayBuffer())
      node.connect(context.destination)
      node.onended = () => {
        void context.close()
        stopRef.current = undefined
        setPlaying(false)
      }
      stopRef.current = () => node.stop()
      node.start()
      setPlaying(true)
    } catch {
      void context.close()
      toast.error('It can’t be played: the sound did not arrive. Try again, or download it.')
    }
  }
  const Icon = isPlaying ? Pause : Play
  return (
    <Button
      look="quiet"
      aria-pressed={isPlaying}
      onClick={() => (stopRef.current ? stopRef.current() : void play())}
    >
      <Icon aria-hidden className="size-4" />
      {isPlaying ? 'Stop it' : label}
    </Button>
  )
}
