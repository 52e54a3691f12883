'use client'
/** A picture: taken from this computer, shown small, taken away. */
import type { PictureOptions } from '@/core/settings/controls/picture'
import { Button } from '../../parts/Button'
import { UploadPicture } from '../../parts/UploadPicture'
import type { ControlProps } from './control'

export function PictureControl(props: ControlProps<PictureOptions>) {
  const { id, leaf, clientId, pictures, describedBy, onChange } = props
  const ref = String(leaf)
  return (
    <div
      id={id}
      role="group"
      aria-label={props.field.label}
      aria-describedby={describedBy}
      className="flex flex-wrap items-center gap-2"
    >
      {ref && (
        <img
          src={`${pictures}/p/${ref}/160.webp`}
          alt="The picture as it is now"
          className="h-10 max-w-24 rounded border border-hair bg-wash object-contain"
        />
      )}
      <UploadPicture
        clientId={clientId}
        label={ref ? 'Take another' : 'Take a picture'}
        onDone={(picture) => onChange(picture.ref)}
      />
      {ref && <Button onClick={() => onChange('')}>Take it away</Button>}
    </div>
  )
}
