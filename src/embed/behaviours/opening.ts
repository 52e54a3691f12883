/**
 * Behaviour `opening` shows the button and waits for the wish to open the widget. It fetches the rest (the surface, the
 * content, opening by itself) only then, so that a button alone stays light.
 */
import type { Content } from '../../kinds/artifact'
import type { Home, Opening } from '../home'
import { stack } from '../stack'

interface SurfaceChunk {
  surfaceOf(surface: HTMLDialogElement, home: Home): { show(isAsked: boolean): void }
}
interface ItselfChunk {
  start(surface: HTMLElement, home: Home, open: () => void): () => void
}

/** @returns its undo */
export function start(root: ShadowRoot, _locale: string, home: Home): () => void {
  const { element, around, ref } = home
  const surface = root.querySelector<HTMLDialogElement>('dialog[part=surface]')!
  const button = root.querySelector<HTMLElement>('[part=opener]')
  const undo: (() => void)[] = [() => around.openings.delete(ref), () => surface.close()]
  let program: Promise<ReturnType<SurfaceChunk['surfaceOf']> | undefined> | undefined

  const opening: Opening = {
    prepare() {
      void home.load<Content>(`/o/${ref}.json`)
      program ??= home.chunk<SurfaceChunk>('surface').then(
        (one) => one.surfaceOf(surface, home),
        () => (program = undefined), // the next wish asks again
      )
    },
    async show(isAsked) {
      opening.prepare()
      ;(await program)?.show(isAsked)
    },
  }
  around.openings.set(ref, opening)
  if (button) {
    if (button.popover) button.showPopover() // where that is unknown, the button is fixed all the same
    for (const name of ['pointerenter', 'focus', 'touchstart'])
      button.addEventListener(name, opening.prepare, { passive: true })
    button.onclick = () => void opening.show(true)
    undo.push(stack(button, element))
  }
  const openItself = (one: ItselfChunk | undefined) => {
    if (one) undo.push(one.start(surface, home, () => void opening.show(false)))
  }
  // Where it cannot be had, the button is still there.
  if (surface.dataset.when) void home.chunk<ItselfChunk>('itself').then(openItself, () => undefined)
  return () => undo.forEach((stop) => stop())
}
