'use client'
/** Files that are to go along with an answer: each is sent as soon as it is chosen, dropped or pasted. */
import { useState, type ClipboardEvent, type DragEvent } from 'react'
import { toast } from 'sonner'
import type { GivenFile } from '@/core/forms/files'
import { sentenceOf, upload } from '../api'

const most = 10

export interface AttachedFiles {
  readonly files: readonly GivenFile[]
  readonly ids: readonly string[]
  readonly isComing: boolean
  add(files: readonly File[]): void
  remove(id: string): void
  clear(): void
  readonly on: {
    onDragOver(event: DragEvent): void
    onDrop(event: DragEvent): void
    onPaste(event: ClipboardEvent): void
  }
}

export function useAttached(submissionId: string): AttachedFiles {
  const [files, setFiles] = useState<readonly GivenFile[]>([])
  const [coming, setComing] = useState(0)

  const send = async (file: File) => {
    setComing((count) => count + 1)
    try {
      const given = await upload<GivenFile>(`/submissions/${submissionId}/files`, file)
      setFiles((before) => [...before, given])
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setComing((count) => count - 1)
  }
  const add = (chosen: readonly File[]) => {
    for (const file of chosen.slice(0, Math.max(0, most - files.length - coming))) void send(file)
  }
  const takeFrom = (event: { preventDefault(): void }, data: DataTransfer | null) => {
    const dropped = [...(data?.files ?? [])]
    if (dropped.length === 0) return
    event.preventDefault()
    add(dropped)
  }
  return {
    files,
    ids: files.map((one) => one.id),
    isComing: coming > 0,
    add,
    remove: (id) => setFiles((before) => before.filter((one) => one.id !== id)),
    clear: () => setFiles([]),
    on: {
      onDragOver(event) {
        if (event.dataTransfer.types.includes('Files')) event.preventDefault()
      },
      onDrop: (event) => takeFrom(event, event.dataTransfer),
      onPaste: (event) => takeFrom(event, event.clipboardData),
    },
  }
}
