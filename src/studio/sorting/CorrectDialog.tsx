'use client'
/** Corrects facts of one item. What is corrected stays so when the source is read again, and is marked. */
import { useState } from 'react'
import type { CorrectionsShape, TableRowShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { UploadPicture, type UploadedPicture } from '../parts/UploadPicture'
import { TextField } from '../parts/TextField'

const fields = [
  { key: 'name', label: 'Title' },
  { key: 'text', label: 'Text' },
  { key: 'url', label: 'Link' },
] as const

export interface CorrectDialogProps { readonly row: TableRowShape; readonly clientId: string; readonly onClose: () => void; readonly onDone: () => void }

export function CorrectDialog({ row, clientId, onClose, onDone }: CorrectDialogProps) {
  const { item } = row
  const [values, setValues] = useState<Record<(typeof fields)[number]['key'], string>>({ name: item.name, text: item.text, url: item.url ?? '' })
  const [profiles, setProfiles] = useState((item.sameAs ?? []).join('\n'))
  const [picture, setPicture] = useState<UploadedPicture>()
  const [fault, setFault] = useState<string>()
  const [busy, setBusy] = useState(false)

  async function save(corrections: CorrectionsShape) {
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
  function changed(): CorrectionsShape {
    const texts = Object.fromEntries(fields.flatMap(({ key }) => (values[key] === (item[key] ?? '') ? [] : [[key, values[key].trim() === '' ? null : values[key].trim()]])))
    const links = profiles.split(/\s+/).filter(Boolean)
    return { ...texts, ...(picture ? { image: [{ ref: picture.ref, width: picture.width, height: picture.height }] } : {}), ...(links.join('\n') === (item.sameAs ?? []).join('\n') ? {} : { sameAs: links.length > 0 ? links : null }) }
  }

  return (
    <Dialog open title="Correct this item" onClose={onClose}>
      <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); const corrections = changed(); if (Object.keys(corrections).length === 0) onClose(); else void save(corrections) }}>
        {fields.map(({ key, label }) => <TextField key={key} label={row.corrected.includes(key) ? `${label} (corrected by hand)` : label} value={values[key]} onChange={(event) => setValues({ ...values, [key]: event.target.value })} hint={key === 'text' && item.text.length >= 240 ? 'Only its beginning is shown here; a correction replaces the whole.' : undefined} />)}
        {(item.type === 'Person' || item.type === 'Place') && <TextField label="Other profiles, one address after another" value={profiles} onChange={(event) => setProfiles(event.target.value)} />}
        <div className="flex items-center gap-3">
          {/* eslint-disable-next-line @next/next/no-img-element -- it comes from delivery, resized already */}
          {picture && <img src={picture.url.replace(/\d+\.webp$/, '160.webp')} alt="The picture as it will be" className="h-14 w-20 rounded border border-hair object-cover" />}
          <UploadPicture clientId={clientId} label={item.image.length > 0 ? 'Take another picture' : 'Add a picture'} onDone={setPicture} />
          {row.corrected.includes('image') && !picture && <span className="text-[13px] text-faint">Its picture was changed by hand.</span>}
        </div>
        {fault && <Notice tone="broken" role="alert">{fault}</Notice>}
        <div className="flex flex-wrap gap-2">
          <Button look="main" type="submit" busy={busy}>Save the correction</Button>
          {row.corrected.length > 0 && <Button busy={busy} onClick={() => void save(Object.fromEntries(row.corrected.map((key) => [key, null])))}>Take the source’s own again</Button>}
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  )
}
