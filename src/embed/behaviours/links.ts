/**
 * Chunk `links`: words and pictures of the client's page that open a widget, any element with `data-yimble-open="ref"`. A
 * link stays a link: without script, with Ctrl held, or when the widget cannot be had, it leads to its page.
 */
import type { Opening, Surroundings } from '../home'

export interface LinksChunk {
  watch: typeof watch
}

/** Once a page, as it watches the document and not one widget. */
export function watch(
  document: Document,
  around: Surroundings,
  mount: (element: HTMLElement) => Promise<void>,
): void {
  const openerOf = ({ target }: Event) => (target as Element).closest?.<HTMLElement>('[data-yimble-open]')
  const about = (event: Event) => {
    const ref = openerOf(event)?.dataset.yimbleOpen
    if (ref) void openingOf(ref).then((opening) => opening?.prepare())
  }
  for (const name of ['pointerover', 'focusin', 'touchstart'])
    document.addEventListener(name, about, { passive: true })

  document.addEventListener('click', (event) => {
    const opener = openerOf(event)
    const isElsewhere = event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey
    if (!opener || isElsewhere || event.defaultPrevented) return
    const { href } = opener as HTMLAnchorElement
    event.preventDefault()
    void openingOf(opener.dataset.yimbleOpen!).then((opening) => {
      if (opening) void opening.show(true)
      else if (href) document.location.assign(href)
    })
  })

  const brought = new Map<string, HTMLElement>()
  /** @returns undefined when it stands in the page, is off, or cannot be had */
  async function openingOf(ref: string): Promise<Opening | undefined> {
    const known = document.querySelector<HTMLElement>(`[data-yimble="${CSS.escape(ref)}"]`)
    await mount(known ?? bring(ref))
    const opening = around.openings.get(ref)
    // What stands in the page has no place here: its link leads to its own page.
    if (!opening) brought.get(ref)?.remove()
    return opening
  }

  /** A page with the link alone needs no element of ours. */
  function bring(ref: string): HTMLElement {
    const element = document.createElement('yimble-widget')
    element.dataset.yimble = ref
    brought.set(ref, element)
    document.body.append(element)
    return element
  }
}
