/** The few words that a widget says of its own accord, by language; English where a language is not known. */
const words = {
  cancelled: {
    en: 'cancelled',
    de: 'abgesagt',
    fr: 'annulé',
    es: 'cancelado',
    it: 'annullato',
    nl: 'afgelast',
    pt: 'cancelado',
    pl: 'odwołane',
    cy: 'wedi’i ganslo',
  },
  postponed: {
    en: 'postponed',
    de: 'verschoben',
    fr: 'reporté',
    es: 'aplazado',
    it: 'rinviato',
    nl: 'uitgesteld',
    pt: 'adiado',
    pl: 'przełożone',
    cy: 'wedi’i ohirio',
  },
  of: { en: 'of', de: 'von', fr: 'sur', es: 'de', it: 'su', nl: 'van', pt: 'de', pl: 'z', cy: 'o' },
  review: {
    en: 'review',
    de: 'Bewertung',
    fr: 'avis',
    es: 'reseña',
    it: 'recensione',
    nl: 'beoordeling',
    pt: 'avaliação',
    pl: 'opinia',
    cy: 'adolygiad',
  },
  reviews: {
    en: 'reviews',
    de: 'Bewertungen',
    fr: 'avis',
    es: 'reseñas',
    it: 'recensioni',
    nl: 'beoordelingen',
    pt: 'avaliações',
    pl: 'opinii',
    cy: 'adolygiad',
  },
} as const satisfies Record<string, Readonly<Record<string, string>>>

export type Word = keyof typeof words

/** @param locale - BCP 47 */
export function wordIn(word: Word, locale: string): string {
  const known: Readonly<Record<string, string>> = words[word]
  return known[locale.toLowerCase().split('-')[0]!] ?? known.en!
}
