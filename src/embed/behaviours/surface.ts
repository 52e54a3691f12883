/**
 * Chunk `surface`: a `<dialog>` in a widget's shadow root, opened and closed well. The browser keeps the focus inside, makes
 * the page behind inert, answers Escape and gives the focus back; the rest is here. What stands beside the page leaves it in use: it is
 * shown as a popover, which lies above the page just so.
 */
import type { Content } from '../../kinds/artifact'
import type { Home } from '../home'
import type { AwayChunk } from './away'
import { phonePx } from '../../kinds/openings/phone'
import { lockPage } from '../lock'

export function surfaceOf(surface: HTMLDialogElement, home: Home): { show(isAsked: boolean): void } {
  const { root, around, ref, opens } = home
  const inside = surface.querySelector<HTMLElement>('.inside')!
  const button = root.querySelector('[part=opener]')
  const view = surface.ownerDocument.defaultView as Window & typeof globalThis
  const { visualViewport } = view
  const set = (name: string, px: number) => surface.style.setProperty(`--yimble-${name}`, `${px}px`)
  const isBeside = () => surface.matches(':popover-open')
  const isOpen = () => surface.open || isBeside()
  const close = () => {
    if (!isBeside()) return surface.close()
    // A popover of this sort gives no focus back.
    const hadFocus = surface.contains(root.activeElement)
    surface.hidePopover()
    if (hadFocus) from?.focus({ preventScroll: true })
  }
  /** What had the focus before it opened. */
  let from: HTMLElement | null = null
  const me = { close }
  let filling: Promise<void> | undefined
  let unlock = () => {}
  let closing = 0

  const fill = async () => {
    const content = await home.load<Content>(`/o/${ref}.json`)
    if (!content?.pieces) throw new Error('nothing arrived')
    await home.fill(inside, content)
    // Whoever has gone somewhere inside meanwhile is not called back.
    if (isOpen() && root.activeElement === inside) focusFirst()
  }
  const fillOnce = () => {
    if (filling) return
    // Until all is there it stays as high as it will be, since the cards come a few at a time.
    inside.setAttribute('aria-busy', 'true')
    filling = fill()
      .catch(() => {
        filling = undefined // the next time it opens, it is tried again
        const again = () => {
          inside.replaceChildren()
          fillOnce()
        }
        void home.chunk<AwayChunk>('away').then(
          (away) => inside.replaceChildren(away.note(home.element, again)),
          () => undefined,
        )
      })
      .finally(() => inside.removeAttribute('aria-busy'))
  }
  /**
   * What somebody opened it for; not the button to close it, which comes first. Not on touch screens: a field would raise the
   * keyboard over half of what there is to read.
   */
  const focusFirst = () => {
    const isTouch = view.matchMedia('(pointer:coarse)').matches
    const first =
      inside.querySelector<HTMLElement>('[data-first]') ??
      inside.querySelector<HTMLElement>('input,select,textarea,button,a[href]')
    ;((!isTouch && first) || inside).focus({ preventScroll: true })
  }
  /** Screen keyboards cover the page without making it smaller. */
  const fit = () => {
    if (!visualViewport || visualViewport.scale !== 1) return // somebody looks closer: nothing may jump
    set('view', visualViewport.height)
    set('keyboard', Math.max(0, view.innerHeight - visualViewport.height))
  }

  visualViewport?.addEventListener('resize', () => {
    if (isOpen()) fit()
  })
  surface.querySelector<HTMLElement>('[part=close]')!.onclick = close
  const onClosed = () => {
    unlock()
    unlock = () => {}
    view.clearTimeout(closing)
    button?.setAttribute('aria-expanded', 'false')
    if (around.open === me) around.open = undefined
    home.tell('close')
  }
  surface.onclose = onClosed
  surface.addEventListener('toggle', (event) => {
    if ((event as ToggleEvent).newState === 'closed' && surface.popover) onClosed()
  })
  surface.addEventListener('keydown', ({ key, isComposing }) => {
    if (key === 'Escape' && !isComposing && isBeside()) close()
  })
  // It never closes by itself once somebody is in it. Voice and other tools give input, and no keys.
  const stay = () => view.clearTimeout(closing)
  for (const name of ['keydown', 'input', 'pointermove']) surface.addEventListener(name, stay)
  // Only what begins and ends outside closes it: words may be marked from the inside to the outside.
  let pressedAt: EventTarget | null = null
  surface.onpointerdown = ({ target }) => {
    pressedAt = target
  }
  surface.onclick = ({ target }) => {
    if (target === surface && pressedAt === surface && !isBeside()) close()
  }
  fillOnce()

  return {
    show(isAsked) {
      if (isOpen()) return
      around.open?.close()
      around.open = me
      set('waiting', opens?.findLast((one) => one.from <= view.innerWidth)?.height ?? 0)
      fit()
      surface.popover = surface.dataset.as === 'corner' && view.innerWidth > phonePx ? 'manual' : null
      if (surface.popover) {
        from = (root.activeElement ?? surface.ownerDocument.activeElement) as HTMLElement | null
        surface.showPopover()
      } else {
        unlock = lockPage(surface.ownerDocument)
        surface.showModal()
      }
      focusFirst()
      fillOnce()
      button?.setAttribute('aria-expanded', 'true')
      const seconds = Number(surface.dataset.closes ?? 0)
      if (!isAsked && seconds > 0) closing = view.setTimeout(close, seconds * 1000)
      home.tell('open')
    },
  }
}
