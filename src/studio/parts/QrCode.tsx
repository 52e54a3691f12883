'use client'
/** An address as a QR code, for print: drawn here, and saved as a picture that keeps sharp at any size. */
import { useEffect, useState } from 'react'
import { Button } from './Button'
import { saveFile } from './saveFile'

/** Modules of white around it, as scanners need it. */
const quiet = 4

interface Code {
  readonly path: string
  readonly size: number
}

export function QrCode({ address, name }: { readonly address: string; readonly name: string }) {
  const [code, setCode] = useState<Code>()
  useEffect(() => {
    let isOld = false
    void import('qrcode').then(({ create }) => {
      const { size, data } = create(address, { errorCorrectionLevel: 'M' }).modules
      const path = Array.from({ length: size * size }, (_one, at) =>
        data[at] ? `M${quiet + (at % size)} ${quiet + Math.floor(at / size)}h1v1h-1z` : '',
      ).join('')
      if (!isOld) setCode({ path, size: size + 2 * quiet })
    })
    return () => void (isOld = true)
  }, [address])
  if (!code) return null
  const { path, size } = code
  const save = () =>
    saveFile(
      `${name}.svg`,
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}" shape-rendering="crispEdges"><path fill="#fff" d="M0 0h${size}v${size}H0z"/><path d="${path}"/></svg>`,
      'image/svg+xml',
    )
  return (
    <div className="flex items-end gap-3">
      <svg
        viewBox={`0 0 ${size} ${size}`}
        role="img"
        aria-label={`QR code of ${address}`}
        className="size-28 bg-white"
        shapeRendering="crispEdges"
      >
        <path d={path} fill="#000" />
      </svg>
      <Button onClick={save}>Save it for print</Button>
    </div>
  )
}
