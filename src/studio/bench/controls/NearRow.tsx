'use client'
/** The rule "near a place": how far, and the place, found in the agency's table or a catalogue of the client's. */
import { useQuery } from '@tanstack/react-query'
import Link from 'next/link'
import { useId, useState } from 'react'
import type { PlaceHitShape } from '@/core/api/shapes'
import type { Node } from '@/core/rules/rules'
import { api } from '../../api'
import { inputClass } from '../../parts/TextField'
import { Numbered } from './Numbered'

type Near = Extract<Node, { type: 'near' }>

export function NearRow({
  node,
  clientId,
  onChange,
}: {
  node: Near
  clientId: string
  onChange: (node: Node) => void
}) {
  const id = useId()
  const [written, setWritten] = useState(node.of)
  const words = written.trim()
  const coordinates = coordinatesIn(words)
  const isOpen = words !== '' && words !== node.of && !coordinates
  const { data: hits } = useQuery({
    queryKey: ['places', clientId, words],
    queryFn: () => api<PlaceHitShape[]>('POST', `/clients/${clientId}/places`, { words }),
    enabled: isOpen,
    placeholderData: (before) => before,
  })
  function choose({ latitude, longitude }: { latitude: number; longitude: number }, of: string) {
    setWritten(of)
    onChange({ ...node, latitude, longitude, of })
  }
  function type(text: string) {
    setWritten(text)
    const point = coordinatesIn(text.trim())
    if (point) onChange({ ...node, ...point, of: text.trim() })
  }
  return (
    <div className="flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-x-2">
        <Numbered
          label="Within"
          value={node.km}
          most={20_000}
          unit="km"
          onChange={(km) => onChange({ ...node, km })}
        />
        <label className="flex min-w-0 flex-1 items-center gap-1.5 text-[13px]">
          of
          <input
            value={written}
            aria-describedby={id}
            onChange={(event) => type(event.target.value)}
            placeholder="Postcode, town or coordinates"
            className={`${inputClass} min-w-20 flex-1`}
          />
        </label>
      </div>
      <div id={id} role="status" className="text-[12px]">
        {isOpen && hits && hits.length > 0 && (
          <ul className="flex flex-wrap gap-1">
            {hits.map((hit, at) => (
              <li key={at}>
                <button
                  type="button"
                  onClick={() => choose(hit, hit.name || hit.code)}
                  className="min-h-6 rounded border border-edge bg-paper px-1.5 hover:bg-wash"
                >
                  {hit.name || hit.code}
                  {hit.name && hit.code ? <span className="text-faint"> {hit.code}</span> : null}
                  {hit.from === 'catalogue' ? <span className="text-faint"> (catalogue)</span> : null}
                </button>
              </li>
            ))}
          </ul>
        )}
        {isOpen && hits?.length === 0 && (
          <p className="text-brick">
            “{words}” is in no table of places. Write coordinates, like 52.79, 1.08, or{' '}
            <Link href="/account#places" className="underline">
              import a table
            </Link>
            .
          </p>
        )}
        {words === '' && <p className="text-faint">No place is chosen yet, so nothing is left out.</p>}
      </div>
    </div>
  )
}

function coordinatesIn(text: string): { latitude: number; longitude: number } | undefined {
  const found = /^\s*(-?\d+(?:\.\d+)?)\s*[,;]\s*(-?\d+(?:\.\d+)?)\s*$/.exec(text)
  if (!found) return undefined
  const [latitude, longitude] = [Number(found[1]), Number(found[2])]
  return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? { latitude, longitude } : undefined
}
