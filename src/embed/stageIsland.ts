/**
 * An island on the stage. It asks as the live one does, by way of the bench, and sends nothing. It comes to life out of sight
 * and takes the place of what is drawn once it has its answers, so that nothing flashes while somebody types on the bench.
 */
import { today } from '../kinds/clock'
import type { Answer, Door, Island, LiveChunk } from '../kinds/door'

export type Asking = (name: string, query: unknown) => Promise<Answer<never>>

/** Answers that have not come by then are waited for in sight. */
const mostWaits = 25
const waitMs = 30
/** Programs ask a moment after they have begun. */
const quietWaits = 3

export function createIsland(chunk: <T>(name: string) => Promise<T>, asking: Asking) {
  let stop = () => {}
  let turn = 0
  let open = 0
  const ask: Asking = async (name, query) => {
    open += 1
    return asking(name, query).finally(() => (open -= 1))
  }
  const settled = async (box: HTMLElement, isOld: () => boolean) => {
    for (let at = 0, quiet = 0; at < mostWaits && quiet < quietWaits && !isOld(); at += 1) {
      await new Promise((done) => setTimeout(done, waitMs))
      quiet = open === 0 && !box.querySelector('[aria-busy=true]') ? quiet + 1 : 0
    }
  }
  return {
    /** @param next - as it was drawn, with the island's box in it; it takes the place of all that is there */
    async show(root: ShadowRoot, next: HTMLElement, { name, props, words }: Island): Promise<void> {
      const mine = (turn += 1)
      const isOld = () => mine !== turn
      const box = next.querySelector<HTMLElement>('[data-island]')
      const { start } = await chunk<LiveChunk>(name)
      if (isOld() || !box) return
      next.style.display = root.firstElementChild ? 'none' : ''
      root.append(next)
      const stopNext = start(box, props, doorTo(ask, words))
      await settled(box, isOld)
      if (isOld()) {
        stopNext()
        return next.remove()
      }
      stop()
      stop = stopNext
      for (const child of [...root.children]) if (child !== next) child.remove()
      next.style.display = ''
    },
    /** In what is in sight already: what opens over the page cannot wait elsewhere. */
    async begin(box: HTMLElement, { name, props, words }: Island): Promise<void> {
      const mine = (turn += 1)
      const { start } = await chunk<LiveChunk>(name)
      if (mine === turn) stop = start(box, props, doorTo(ask, words))
    },
    /** Before something else is drawn. */
    end(): void {
      turn += 1
      stop()
      stop = () => {}
    },
  }
}

function doorTo(ask: Asking, words: Island['words']): Door {
  let typed: Readonly<Record<string, string>> = {}
  const refuse = () =>
    Promise.resolve({
      ok: false,
      problem: { code: 'away', detail: 'Nothing is sent from the stage.' },
    } as const)
  return {
    words: words as Door['words'],
    ask,
    send: refuse,
    act: refuse,
    upload: refuse,
    address: (name) => `/${name}`,
    pending: () => undefined,
    today,
    typed: { get: () => typed, set: (values) => void (typed = values) },
  }
}
