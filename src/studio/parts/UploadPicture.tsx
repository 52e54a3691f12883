'use client'
/** A picture from this computer: uploaded at once, and then used by its address. */
import { ImageUp } from 'lucide-react'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import { api, sentenceOf } from '../api'
import { base64Of } from './base64Of'
import { Button } from './Button'

export interface UploadedPicture {
  readonly ref: string
  readonly url: string
  readonly width: number
  readonly height: number
}
export interface UploadPictureProps {
  readonly clientId: string
  readonly label: string
  readonly isSmall?: boolean
  readonly onDone: (picture: UploadedPicture) => void
}

const mostBytes = 11_000_000

export function UploadPicture({ clientId, label, isSmall = false, onDone }: UploadPictureProps) {
  const input = useRef<HTMLInputElement>(null)
  const [busy, setBusy] = useState(false)

  async function take(file: File | undefined) {
    if (!file) return
    if (file.size > mostBytes)
      return void toast.error(
        `${file.name} has ${Math.round(file.size / 1e6)} MB; up to 11 MB can be taken. Save it smaller.`,
      )
    setBusy(true)
    try {
      onDone(
        await api<UploadedPicture>('POST', `/clients/${clientId}/pictures`, {
          name: file.name.slice(0, 120),
          data: await base64Of(file),
        }),
      )
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(false)
  }

  return (
    <>
      {isSmall ? (
        <button
          type="button"
          aria-label={label}
          aria-busy={busy}
          title={label}
          onClick={() => input.current?.click()}
          className="grid size-8 flex-none place-items-center hover:bg-wash"
        >
          <ImageUp aria-hidden className="size-4" />
        </button>
      ) : (
        <Button busy={busy} onClick={() => input.current?.click()}>
          {label}
        </Button>
      )}
      <input
        ref={input}
        type="file"
        aria-label={`${label}: the file`}
        accept="image/*"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          void take(event.target.files?.[0])
          event.target.value = ''
        }}
      />
    </>
  )
}
