/** What the button says that closes whatever lies over the page. */
import type { Phrase } from '../core/locale/phrase'

export const close: Phrase = {
  en: 'Close',
  cy: 'Cau',
  de: 'Schließen',
  es: 'Cerrar',
  fr: 'Fermer',
  it: 'Chiudi',
  nl: 'Sluiten',
  pl: 'Zamknij',
  pt: 'Fechar',
  ar: 'إغلاق',
}
