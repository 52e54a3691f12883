/** What the embed says when it can reach nothing: then the page's own language is all that is known. */
const words: Readonly<Record<string, readonly [sentence: string, again: string]>> = {
  en: ['This part of the page could not be loaded.', 'Try again'],
  de: ['Dieser Teil der Seite konnte nicht geladen werden.', 'Noch einmal'],
  fr: ['Cette partie de la page n’a pas pu être chargée.', 'Réessayer'],
  es: ['No se ha podido cargar esta parte de la página.', 'Reintentar'],
  it: ['Questa parte della pagina non è stata caricata.', 'Riprova'],
  nl: ['Dit deel van de pagina kon niet worden geladen.', 'Opnieuw'],
  pt: ['Não foi possível carregar esta parte da página.', 'Tentar de novo'],
  pl: ['Nie udało się wczytać tej części strony.', 'Spróbuj ponownie'],
  ar: ['تعذّر تحميل هذا الجزء من الصفحة.', 'حاول مرة أخرى'],
  cy: ['Methwyd â llwytho’r rhan hon o’r dudalen.', 'Ceisio eto'],
}

/** @param language - BCP 47, as the page says it; English where it is another or none */
export const errorWords = (language: string): readonly [string, string] => {
  const [own = ''] = language.toLowerCase().split('-')
  return (Object.hasOwn(words, own) ? words[own] : undefined) ?? words.en!
}
