/** Settings as they are stored: brought to the kind's version of now, and compared with others in words. */
import * as z from 'zod'
import * as shapes from '@/core/api/shapes'
import type { ChangeShape } from '@/core/api/shapes'
import { colourRoles, type Brand } from '@/core/design/brand'
import { getKind } from '@/kinds/all'
import type { Kind } from '@/kinds/contract'
import { isLink, type Settings } from '@/core/settings/field'
import { defaultsOf, describeLeaf, differences } from '@/core/settings/settings'
import type { Release } from '../../db/models/release'
import type { Widget } from '../../db/models/widget'
import { parseBrand } from '../clients/clientRow'

/** Stored settings, brought to the kind's version of now. */
export function settingsOf(kind: Kind, stored: { settings: unknown; kindVersion: number }): Settings {
  const settings = z.parse(shapes.settings, stored.settings) as Settings
  const migrated = kind.migrate
    .filter((step) => step.to > stored.kindVersion)
    .reduce((value, step) => step.run(value), settings)
  // A field that is newer than the stored record gets its default; nothing that is stored is touched.
  return {
    ...defaultsOf(kind.fields),
    ...Object.fromEntries(Object.entries(migrated).filter(([path]) => Object.hasOwn(kind.fields, path))),
  }
}

/** Changes in words: settings, and the brand's tokens that the widget follows. */
export function changesBetween(
  kind: Kind,
  before: { settings: Settings; brand: Brand },
  after: { settings: Settings; brand: Brand },
): ChangeShape[] {
  const settings = differences(kind.fields, before.settings, after.settings).map(({ path, from, to }) => {
    const field = kind.fields[path]!
    return {
      path,
      label: `${field.group}: ${field.label}`,
      from: describeLeaf(field, from),
      to: describeLeaf(field, to),
    }
  })
  const followed = new Set(Object.values(after.settings).flatMap((leaf) => (isLink(leaf) ? [leaf.link] : [])))
  const brand = [
    ...colourRoles.map((role) => ({
      path: `color.${role}`,
      from: before.brand.colours[role],
      to: after.brand.colours[role],
    })),
    { path: 'radius', from: `${before.brand.radius} px`, to: `${after.brand.radius} px` },
    { path: 'font.heading', from: before.brand.fonts.heading, to: after.brand.fonts.heading },
    { path: 'font.body', from: before.brand.fonts.body, to: after.brand.fonts.body },
  ]
  return [
    ...settings,
    ...brand
      .filter(({ path, from, to }) => from !== to && followed.has(path))
      .map((one) => ({ ...one, label: `Brand: ${one.path.replace(/^\w+\./, '')}` })),
  ]
}

/** What publishing the draft now would change. @param brand - the client's, as it is now */
export function changesSince(row: Widget, live: Release, brand: Brand): ChangeShape[] {
  const kind = getKind(row.kind)
  return changesBetween(
    kind,
    { settings: settingsOf(kind, live), brand: parseBrand(live.brand) },
    { settings: settingsOf(kind, row), brand },
  )
}
