'use client'
/** On a source that is a table: what its columns are taken to mean, mended by hand. */
import { useEffect, useState } from 'react'
import type { TableHeadShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { Notice } from '../parts/Notice'
import { MappingEditor } from './MappingEditor'

export function ColumnsSection({ sourceId }: { sourceId: string }) {
  const { busy, act } = useAct()
  const [head, setHead] = useState<TableHeadShape>()
  const [saved, setSaved] = useState('')
  const [fault, setFault] = useState<string>()
  useEffect(() => {
    api<TableHeadShape>('GET', `/sources/${sourceId}/rows`).then(
      (next) => {
        setHead(next)
        setSaved(JSON.stringify(next.mapping))
      },
      (error: unknown) => setFault(sentenceOf(error)),
    )
  }, [sourceId])
  return (
    <section aria-labelledby="columns">
      <h2 id="columns" className="mb-2 text-lg">
        What its columns mean
      </h2>
      {fault && (
        <Notice tone="broken" role="alert">
          {fault}
        </Notice>
      )}
      {!head && !fault && <p className="text-faint">Reading its first rows …</p>}
      {head && (
        <div className="flex flex-col gap-3">
          <MappingEditor
            headings={head.headings}
            rows={head.rows}
            mapping={head.mapping}
            onChange={(mapping) => setHead({ ...head, mapping })}
          />
          <div>
            <Button
              look="main"
              busy={busy}
              disabled={JSON.stringify(head.mapping) === saved}
              onClick={() =>
                void act(async () => {
                  await api('POST', `/sources/${sourceId}/mapping`, head.mapping)
                  setSaved(JSON.stringify(head.mapping))
                })
              }
            >
              Read it again by this
            </Button>
          </div>
        </div>
      )}
    </section>
  )
}
