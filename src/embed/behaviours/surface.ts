/**
 * Chunk `surface`: a `<dialog>` in a widget's shadow root, opened and closed well. The browser keeps the focus inside, makes
 * the page behind inert, answers Escape and gives the focus back; the rest is here.
 */
import type { Content } from '../../kinds/artifact'
import type { Home } from '../home'
import type { AwayChunk } from './away'
import { lockPage } from '../lock'

export function surfaceOf(surface: HTMLDialogElement, home: Home): { show(isAsked: boolean): void } {
  const { root, around, ref, opens } = home
  const inside = surface.querySelector<HTMLElement>('.inside')!
  const button = root.querySelector('[part=opener]')
  const view = surface.ownerDocument.defaultView as Window & typeof globalThis
  const { visualViewport } = view
  const set = (name: string, px: number) => surface.style.setProperty(`--yimble-${name}`, `${px}px`)
  let filling: Promise<void> | undefined
  let unlock = () => {}
  let closing = 0

  const fill = async () => {
    const content = await home.load<Content>(`/o/${ref}.json`)
    if (!content?.pieces) throw new Error('nothing arrived')
    await home.fill(inside, content)
    // Whoever has gone somewhere inside meanwhile is not called back.
    if (surface.open && root.activeElement === inside) focusFirst()
  }
  const fillOnce = () => {
    filling ??= fill().catch(() => {
      filling = undefined // the next time it opens, it is tried again
      const again = () => {
        inside.replaceChildren()
        fillOnce()
      }
      void home.chunk<AwayChunk>('away').then(
        (away) => away && inside.replaceChildren(away.note(home.element, again)),
        () => undefined,
      )
    })
  }
  /**
   * What somebody opened it for; not the button to close it, which comes first. Not on touch screens: a field would raise the
   * keyboard over half of what there is to read.
   */
  const focusFirst = () => {
    const isTouch = view.matchMedia('(pointer:coarse)').matches
    const first = isTouch ? null : inside.querySelector<HTMLElement>('input,select,textarea,button,a[href]')
    ;(first ?? inside).focus({ preventScroll: true })
  }
  /** Screen keyboards cover the page without making it smaller. */
  const fit = () => {
    if (!visualViewport || visualViewport.scale !== 1) return // somebody looks closer: nothing may jump
    set('view', visualViewport.height)
    set('keyboard', Math.max(0, view.innerHeight - visualViewport.height))
  }

  visualViewport?.addEventListener('resize', () => {
    if (surface.open) fit()
  })
  surface.querySelector<HTMLElement>('[part=close]')!.onclick = () => surface.close()
  surface.onclose = () => {
    unlock()
    unlock = () => {}
    view.clearTimeout(closing)
    button?.setAttribute('aria-expanded', 'false')
    if (around.open === surface) around.open = undefined
    home.tell('close')
  }
  // It never closes by itself once somebody is in it. Voice and other tools give input, and no keys.
  const stay = () => view.clearTimeout(closing)
  for (const name of ['keydown', 'input', 'pointermove']) surface.addEventListener(name, stay)
  // Only what begins and ends outside closes it: words may be marked from the inside to the outside.
  let from: EventTarget | null = null
  surface.onpointerdown = ({ target }) => {
    from = target
  }
  surface.onclick = ({ target }) => {
    if (target === surface && from === surface) surface.close()
  }
  fillOnce()

  return {
    show(isAsked) {
      if (surface.open) return
      around.open?.close()
      around.open = surface
      set('waiting', opens?.findLast((one) => one.from <= view.innerWidth)?.height ?? 0)
      fit()
      unlock = lockPage(surface.ownerDocument)
      surface.showModal()
      focusFirst()
      fillOnce()
      button?.setAttribute('aria-expanded', 'true')
      const seconds = Number(surface.dataset.closes ?? 0)
      if (!isAsked && seconds > 0) closing = view.setTimeout(() => surface.close(), seconds * 1000)
      home.tell('open')
    },
  }
}
