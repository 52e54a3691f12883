/** Light or dark, as somebody chose in this browser. A cookie carries it, so that the server draws the first frame right. */
export const appearances = ['system', 'light', 'dark'] as const
export type Appearance = (typeof appearances)[number]
export const appearanceCookie = 'yimble_appearance'

export const isAppearance = (value: unknown): value is Appearance => appearances.includes(value as Appearance)

const listeners = new Set<() => void>()
export function subscribeAppearance(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

export function readAppearance(): Appearance {
  const value = document.documentElement.dataset.appearance
  return isAppearance(value) ? value : 'system'
}

const aYearS = 365 * 86_400

export function setAppearance(next: Appearance): void {
  document.documentElement.dataset.appearance = next
  document.cookie = `${appearanceCookie}=${next}; Path=/; Max-Age=${aYearS}; SameSite=Lax`
  listeners.forEach((listener) => listener())
}
