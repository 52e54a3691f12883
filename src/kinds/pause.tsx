/** @jsxImportSource preact */
/** What stops whatever moves by itself: its word and its drawing. */
import type { Phrase } from '../core/locale/phrase'

export const pause: Phrase = {
  en: 'Stop moving',
  cy: 'Stopio symud',
  de: 'Anhalten',
  es: 'Detener',
  fr: 'Arrêter',
  it: 'Ferma',
  nl: 'Stilzetten',
  pl: 'Zatrzymaj',
  pt: 'Parar',
  ar: 'أوقف الحركة',
}

/** Two bars while it moves, an arrow while it is stopped. */
export const Bars = () => (
  <svg viewBox="0 0 20 20" aria-hidden="true">
    <path class="stop" d="M7 5v10M13 5v10" />
    <path class="go" d="M7 4l9 6-9 6z" />
  </svg>
)
