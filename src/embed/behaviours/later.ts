/**
 * Behaviour `later`: loads the chunk that an element names in `data-later` once somebody is about to use that element. Others
 * never load it. It repeats what the visitor did while the chunk was on its way.
 */
import type { Behaviour, Home } from '../home'

/** @returns its undo */
export function start(root: ShadowRoot, locale: string, home: Home): () => void {
  const view = root.ownerDocument.defaultView as Window & typeof globalThis
  const life = new view.AbortController()
  const undo: ((() => void) | void)[] = []
  const loading = new Map<string, Promise<void>>()
  const there = new Set<string>()
  function wake(name: string): Promise<void> {
    const known = loading.get(name)
    if (known) return known
    const begun = home
      .chunk<Behaviour>(name)
      .then((chunk) => {
        if (!life.signal.aborted) undo.push(chunk.start(root, locale, home))
      })
      // Out of reach it is given up: the form and the links then lead to the hosted page.
      .finally(() => there.add(name))
    loading.set(name, begun)
    return begun
  }
  const nameAt = ({ target }: Event) =>
    (target as Element).closest<HTMLElement>('[data-later]')?.dataset.later
  const on = (kind: string, act: (event: Event, name: string) => void) =>
    root.addEventListener(
      kind,
      (event) => {
        const name = nameAt(event)
        if (name && !there.has(name)) act(event, name)
      },
      { signal: life.signal },
    )
  const early = (_event: unknown, name: string) => void wake(name).catch(() => undefined)
  on('focusin', early)
  on('pointerover', early)
  on('input', ({ target }, name) => {
    const again = () => target?.dispatchEvent(new view.Event('input', { bubbles: true }))
    wake(name).then(again, () => undefined)
  })
  on('submit', (event, name) => {
    event.preventDefault()
    // An event forgets its target once it has passed a shadow root.
    const form = event.target as HTMLFormElement
    const again = () => form.requestSubmit()
    wake(name).then(again, again)
  })
  on('click', (event, name) => {
    const pressed = (event.target as Element).closest<HTMLElement>('a,button[type=button]')
    if (!pressed) return
    event.preventDefault()
    const again = () => pressed.click()
    wake(name).then(again, again)
  })
  // Somebody may have typed already.
  for (const field of root.querySelectorAll<HTMLInputElement>('[data-later] input:not([type=hidden])'))
    if (field.value !== field.defaultValue)
      early(undefined, field.closest<HTMLElement>('[data-later]')!.dataset.later!)
  // An address that says what was looked for asks at once.
  if (/[?&]find(-in)?=/.test(view.location.search) && root.querySelector('[data-later=searching]'))
    early(undefined, 'searching')
  return () => {
    life.abort()
    for (const one of undo) if (one) one()
  }
}
