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

/** Of a button beside what moves: `em` is its side. */
export const moveStyles = (em: number, accent: string): string => `
    [part=move]{
      flex:none;display:grid;place-items:center;width:${em}em;height:${em}em;padding:0;
      border:0;background:none;font:inherit;color:${accent};cursor:pointer;
    }
    [part=move] svg{
      width:1.25em;height:1.25em;fill:none;stroke:currentColor;stroke-width:1.5;stroke-linecap:round;stroke-linejoin:round;
    }
    [part=move] .go,[aria-pressed=true] .stop{display:none}
    [aria-pressed=true] .go{display:inline}`

/** Two bars while it moves, an arrow while it is stopped. */
export const Bars = () => (
  <svg viewBox="0 0 20 20" aria-hidden="true">
    <path class="stop" d="M7 5v10M13 5v10" />
    <path class="go" d="M7 4l9 6-9 6z" />
  </svg>
)
