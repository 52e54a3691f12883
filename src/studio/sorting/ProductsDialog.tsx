'use client'
/** Links products to one item or many, and says how many of them this widget shows on each. */
import Link from 'next/link'
import { useEffect, useId, useState } from 'react'
import type { ItemShape, WidgetShape } from '@/core/api/shapes'
import { priceInWords } from '@/core/locale/numbers'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { inputClass, TextField } from '../parts/TextField'

export const limitPath = 'products.limit'
const mostShown = 6

/** One product, linked to (or taken off) exactly those items that did not have it (or had it). */
export interface LinkChange {
  readonly productId: string
  readonly isLinked: boolean
  readonly itemIds: readonly string[]
}

export interface ProductsDialogProps {
  readonly items: readonly ItemShape[]
  readonly client: { readonly id: string; readonly locale: string }
  readonly widget: Pick<WidgetShape, 'id' | 'draftRevision' | 'settings'>
  readonly onClose: () => void
  readonly onLink: (changes: readonly LinkChange[]) => Promise<void>
  readonly onLimit: (most: number) => Promise<void>
}

export function ProductsDialog({ items, client, widget, onClose, onLink, onLimit }: ProductsDialogProps) {
  const [products, setProducts] = useState<readonly ItemShape[]>()
  const [fault, setFault] = useState<string>()
  const [sought, setSought] = useState('')
  const [busy, setBusy] = useState(false)
  const limitId = useId()
  const shownBefore = Number(widget.settings[limitPath] ?? 0)
  /** A first link is meant to be seen. */
  const [most, setMost] = useState(Math.max(1, shownBefore))
  const withIt = (id: string) => items.filter((item) => item.mentions?.some((one) => one.id === id))
  const before = (id: string) => withIt(id).length
  const [touched, setTouched] = useState<ReadonlyMap<string, boolean>>(new Map())
  const isOn = (id: string) => touched.get(id) ?? before(id) === items.length

  useEffect(() => {
    let isWanted = true
    api<ItemShape[]>('GET', `/clients/${client.id}/products`).then(
      (list) => isWanted && setProducts(list),
      (error: unknown) => isWanted && setFault(sentenceOf(error)),
    )
    return () => {
      isWanted = false
    }
  }, [client.id])

  const words = sought.toLowerCase().split(/\s+/).filter(Boolean)
  const listed = (products ?? []).filter((one) =>
    words.every((word) =>
      `${one.name} ${one.sourceName} ${one.keywords.join(' ')}`.toLowerCase().includes(word),
    ),
  )
  const chosen = (products ?? []).filter((one) => isOn(one.id)).length

  async function save() {
    setBusy(true)
    setFault(undefined)
    const changes = [...touched]
      .map(([productId, isLinked]): LinkChange => {
        const having = withIt(productId)
        return {
          productId,
          isLinked,
          itemIds: (isLinked ? items.filter((item) => !having.includes(item)) : having).map(
            (item) => item.id,
          ),
        }
      })
      .filter((change) => change.itemIds.length > 0)
    try {
      if (most !== shownBefore) await onLimit(most)
      if (changes.length > 0) await onLink(changes)
      onClose()
    } catch (error) {
      setFault(sentenceOf(error))
      setBusy(false)
    }
  }

  return (
    <Dialog
      open
      title={items.length === 1 ? 'Products on this item' : `Products on ${items.length} items`}
      onClose={onClose}
    >
      {products?.length === 0 ? (
        <>
          <p>
            This client has no products yet. Keep a catalogue of them by hand, upload a table, or read a
            shop’s feed; then they can be linked here.
          </p>
          <div>
            <Link href={`/clients/${client.id}#sources`} className="underline">
              Sources and catalogues of this client
            </Link>
          </div>
        </>
      ) : (
        <form
          className="flex min-h-0 flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            void save()
          }}
        >
          <TextField
            label="Find a product"
            type="search"
            value={sought}
            onChange={(event) => setSought(event.target.value)}
          />
          <ul
            aria-label="Products"
            aria-busy={products === undefined}
            className="flex max-h-64 min-h-24 flex-col overflow-auto border-y border-hair"
          >
            {listed.map((one) => (
              <li key={one.id} className="border-b border-hair last:border-0">
                <label className="flex items-center gap-3 px-1 py-1.5 hover:bg-wash">
                  <input
                    type="checkbox"
                    checked={isOn(one.id)}
                    ref={(box) => {
                      if (box)
                        box.indeterminate =
                          !touched.has(one.id) && before(one.id) > 0 && before(one.id) < items.length
                    }}
                    onChange={(event) => setTouched(new Map(touched).set(one.id, event.target.checked))}
                    className="size-6 flex-none accent-spruce"
                  />
                  <span className="min-w-0 flex-1">
                    <span className="block truncate">{one.name || 'Untitled'}</span>
                    <span className="block truncate text-[12px] text-faint">{one.sourceName}</span>
                  </span>
                  {one.offers && (
                    <span className="text-[13px] tabular-nums">
                      {priceInWords(one.offers, client.locale)}
                    </span>
                  )}
                </label>
              </li>
            ))}
            {products !== undefined && listed.length === 0 && (
              <li className="py-4 text-center text-faint">No product matches that.</li>
            )}
            {products === undefined && !fault && (
              <li className="py-4 text-center text-faint">Reading the products …</li>
            )}
          </ul>
          <div className="flex items-center gap-2">
            <label htmlFor={limitId} className="font-medium">
              This widget shows at most
            </label>
            <input
              id={limitId}
              type="number"
              min={0}
              max={mostShown}
              value={most}
              onChange={(event) =>
                setMost(Math.max(0, Math.min(mostShown, Math.round(Number(event.target.value)))))
              }
              className={`${inputClass} !w-16`}
            />
            <span>on each</span>
          </div>
          <p className="text-[12px] text-faint">
            {chosen > most ? `${chosen} are linked: the first ${most} show. ` : ''}Links hold in every widget
            that shows the item, and go live at once.{' '}
            {most === shownBefore
              ? ''
              : 'The number is a change of the draft, and goes live with the next release.'}
          </p>
          {fault && (
            <Notice tone="broken" role="alert">
              {fault}
            </Notice>
          )}
          <div className="flex gap-2">
            <Button look="main" type="submit" busy={busy}>
              Save the links
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        </form>
      )}
    </Dialog>
  )
}
