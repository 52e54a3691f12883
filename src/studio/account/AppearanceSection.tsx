'use client'
/** Light, dark, or as the system is; kept in this browser. `appearance.ts` sets it before anything is drawn. */
import { useSyncExternalStore } from 'react'
import {
  appearances,
  readAppearance,
  setAppearance,
  subscribeAppearance,
  type Appearance,
} from './appearance'

const labels: Readonly<Record<Appearance, string>> = { system: 'As the system', light: 'Light', dark: 'Dark' }

export function AppearanceSection() {
  const chosen = useSyncExternalStore(subscribeAppearance, readAppearance, () => 'system' as const)
  return (
    <section aria-labelledby="appearance">
      <h2 id="appearance" className="mb-2 text-lg">
        Appearance
      </h2>
      <div role="radiogroup" aria-labelledby="appearance" className="flex flex-wrap gap-4">
        {appearances.map((one) => (
          <label key={one} className="flex min-h-6 items-center gap-2">
            <input
              type="radio"
              name="appearance"
              checked={chosen === one}
              onChange={() => setAppearance(one)}
              className="size-5 accent-spruce"
            />
            {labels[one]}
          </label>
        ))}
      </div>
    </section>
  )
}
