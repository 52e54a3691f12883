'use client'
/** A kind's example as it looks in this client's brand: the same render as everywhere, in a shadow root. */
import { useEffect, useMemo, useRef } from 'react'
import type { Brand } from '@/core/design/brand'
import { averageStars } from '@/core/items/average'
import type { Item } from '@/core/items/item'
import { exampleItemsOf, type Kind } from '@/kinds/contract'
import { wrap } from '@/kinds/artifact'
import { render } from '@/kinds/render'
import type { Settings } from '@/core/settings/field'
import { noDecisions } from '@/core/rules/fields'
import { defaultsOf } from '@/core/settings/settings'

const size = { width: 640, scale: 0.5, height: 210 } as const

export function ExampleView({
  kind,
  settings,
  items,
  brand,
  locale,
}: {
  kind: Kind
  settings: Settings
  items?: readonly Item[]
  brand: Brand
  locale: string
}) {
  const host = useRef<HTMLDivElement>(null)
  const rendered = useMemo(() => {
    const given = items ?? exampleItemsOf(kind)
    return render(
      {
        kind: kind.id,
        settings: { ...defaultsOf(kind.fields), ...settings },
        brand,
        decisions: noDecisions,
      },
      given,
      { now: 0, locale, offsetAt: () => 0, assets: '/example', reviews: averageStars(given) },
      [],
    )
  }, [kind, settings, items, brand, locale])
  useEffect(() => {
    const element = host.current
    if (!element) return
    const root = element.shadowRoot ?? element.attachShadow({ mode: 'open' })
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(rendered.css)
    root.adoptedStyleSheets = [sheet]
    root.innerHTML = wrap(rendered.pieces, locale)
  }, [rendered, locale])
  return (
    <div
      aria-hidden
      inert
      className="overflow-hidden border-b border-hair"
      style={{ height: size.height, background: brand.colours.background }}
    >
      <div
        className="origin-top-left p-6"
        style={{ width: size.width, transform: `scale(${size.scale})`, fontFamily: 'system-ui, sans-serif' }}
      >
        <div ref={host} />
      </div>
    </div>
  )
}
