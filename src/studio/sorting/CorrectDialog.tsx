'use client'
/** Corrects facts of one item. What is corrected stays so when the source is read again, and is marked. */
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { CorrectionsShape, ItemShape, TableRowShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { UploadPicture, type UploadedPicture } from '../parts/UploadPicture'
import { TextField } from '../parts/TextField'
import { correctablesOf, correctionsIn } from './correctable'

export interface CorrectDialogProps {
  readonly row: TableRowShape
  readonly clientId: string
  readonly onClose: () => void
  readonly onDone: () => void
}

/** The table knows the beginnings of texts only: the whole item is asked for. */
export function CorrectDialog(props: CorrectDialogProps) {
  const { id } = props.row.item
  const { data, error } = useQuery({
    queryKey: ['item', id],
    queryFn: () => api<ItemShape>('GET', `/sources/${id.replace('/', '/items/')}`),
    staleTime: 0,
    gcTime: 0,
    retry: false,
  })
  return (
    <Dialog open title="Correct this item" onClose={props.onClose}>
      {data ? (
        <CorrectForm key={id} item={data} {...props} />
      ) : error ? (
        <Notice tone="broken" role="alert">
          {sentenceOf(error)}
        </Notice>
      ) : (
        <p role="status" className="text-faint">
          Reading it …
        </p>
      )}
    </Dialog>
  )
}

function CorrectForm({ item, row, clientId, onClose, onDone }: CorrectDialogProps & { item: ItemShape }) {
  const [written, setWritten] = useState<Readonly<Record<string, string>>>({})
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({})
  const [picture, setPicture] = useState<UploadedPicture>()
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)

  async function save(corrections: CorrectionsShape) {
    if (Object.keys(corrections).length === 0) return onClose()
    setBusy(true)
    setFault(undefined)
    try {
      await api('POST', `/clients/${clientId}/items/corrections`, { itemId: item.id, corrections })
      onDone()
      onClose()
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(false)
  }
  function submit() {
    const found = correctionsIn(item, written)
    setFaults(found.faults)
    if (Object.keys(found.faults).length === 0)
      void save({
        ...found.corrections,
        ...(picture ? { image: [{ ref: picture.ref, width: picture.width, height: picture.height }] } : {}),
      })
  }

  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        submit()
      }}
    >
      {item.type === 'Review' ? (
        <Notice tone="look">
          Its words and stars are {item.author?.name ?? 'its writer'}’s: they are shown as they are, or
          hidden.
        </Notice>
      ) : item.author ? (
        <Notice tone="look">
          {item.author.name} signed this. A corrected text is marked here and in the release.
        </Notice>
      ) : null}
      {correctablesOf(item).map(({ fact: key, label, hint, isLong, write }) => (
        <TextField
          key={key}
          label={row.corrected.includes(key) ? `${label} (corrected by hand)` : label}
          hint={hint}
          error={faults[key]}
          isLong={isLong}
          value={written[key] ?? write(item)}
          onChange={(event) => setWritten({ ...written, [key]: event.target.value })}
        />
      ))}
      <div className="flex items-center gap-3">
        {picture && (
          <img
            src={picture.url.replace(/\d+\.webp$/, '160.webp')}
            alt="The picture as it will be"
            className="h-14 w-20 rounded border border-hair object-cover"
          />
        )}
        <UploadPicture
          clientId={clientId}
          label={item.image.length > 0 ? 'Take another picture' : 'Add a picture'}
          onDone={setPicture}
        />
        {row.corrected.includes('image') && !picture && (
          <span className="text-[13px] text-faint">Its picture was changed by hand.</span>
        )}
      </div>
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
      <div className="flex flex-wrap gap-2">
        <Button look="main" type="submit" busy={busy}>
          Save the correction
        </Button>
        {row.corrected.length > 0 && (
          <Button
            busy={busy}
            onClick={() => void save(Object.fromEntries(row.corrected.map((key) => [key, null])))}
          >
            Take the source’s own again
          </Button>
        )}
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  )
}
