'use client'
/** Records a greeting with this computer's microphone. */
import { Mic, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { mostGreetingSeconds } from '@/core/ring/wav'
import { Button } from '../parts/Button'

export interface RecordSoundProps {
  readonly isBusy: boolean
  readonly onDone: (sound: Blob) => void
}

export function RecordSound({ isBusy, onDone }: RecordSoundProps) {
  const [seconds, setSeconds] = useState<number>()
  const recorderRef = useRef<MediaRecorder>(undefined)
  const isOn = seconds !== undefined
  useEffect(() => () => recorderRef.current?.stop(), [])
  useEffect(() => {
    if (!isOn) return
    const timer = setInterval(() => setSeconds((now) => (now ?? 0) + 1), 1000)
    return () => clearInterval(timer)
  }, [isOn])
  useEffect(() => {
    if (seconds !== undefined && seconds >= mostGreetingSeconds) recorderRef.current?.stop()
  }, [seconds])

  async function begin() {
    let stream: MediaStream
    try {
      stream = await navigator.mediaDevices.getUserMedia({ audio: true })
    } catch {
      return void toast.error(
        'There is no microphone, or the browser may not use it. Allow it beside the address, then press again.',
      )
    }
    const pieces: Blob[] = []
    const recorder = new MediaRecorder(stream)
    recorder.ondataavailable = ({ data }) => pieces.push(data)
    recorder.onstop = () => {
      stream.getTracks().forEach((track) => track.stop())
      recorderRef.current = undefined
      setSeconds(undefined)
      onDone(new Blob(pieces, { type: recorder.mimeType }))
    }
    recorderRef.current = recorder
    recorder.start()
    setSeconds(0)
  }
  return isOn ? (
    <Button look="main" onClick={() => recorderRef.current?.stop()}>
      <Square aria-hidden className="size-4" />
      Stop, {seconds} seconds
    </Button>
  ) : (
    <Button busy={isBusy} onClick={() => void begin()}>
      <Mic aria-hidden className="size-4" />
      Record one
    </Button>
  )
}
