/** The program behind a snippet: finds our elements, now and later, and mounts each. Several copies of it share one. */
import type { LinksChunk } from './behaviours/links'
import { chunkPath } from './chunkPath'
import type { Surroundings } from './home'
import { mount, unmount } from './mount'

type Page = Window & typeof globalThis & { yimbleEmbed?: { scan(): void } }

/** Shared by every copy on the page, so that each element is mounted once and each widget's data is asked for once. */
export function begin(page: Page, script: HTMLScriptElement | null): void {
  if (page.yimbleEmbed) return page.yimbleEmbed.scan()
  const { document } = page
  const around: Surroundings = {
    delivery: new URL(script?.src ?? page.location.href).origin,
    data: new Map(),
    mounting: new WeakMap(),
    running: new Map(),
    openings: new Map(),
    busy: undefined,
  }
  let links: Promise<unknown> | undefined
  const scan = () => {
    // Words of the page that open a widget: watched by a program of its own, where there are any.
    if (!links && document.querySelector('[data-yimble-open]'))
      links = import(`${around.delivery}/${chunkPath('links')}`).then(
        (chunk: LinksChunk) => chunk.watch(document, around, (element) => mount(element, around)),
        () => (links = undefined),
      )
    for (const element of document.querySelectorAll<HTMLElement>('[data-yimble]:not([data-state])'))
      void mount(element, around)
  }
  page.yimbleEmbed = { scan }
  scan()
  new page.MutationObserver((records) => {
    for (const element of around.running.keys()) if (!element.isConnected) unmount(element, around)
    // A page that goes on without loading may give an element another widget.
    for (const { target, type } of records)
      if (type === 'attributes') {
        unmount(target as HTMLElement, around)
        ;(target as HTMLElement).shadowRoot?.replaceChildren()
      }
    scan()
  }).observe(document.documentElement, {
    childList: true,
    subtree: true,
    attributeFilter: ['data-yimble'],
  })
}
