/** What was asked, as the inbox keeps it. */
import type { Phrase } from '../../core/locale/phrase'

export const toldWords = {
  name: {
    en: 'Name',
    cy: 'Enw',
    de: 'Name',
    es: 'Nombre',
    fr: 'Nom',
    it: 'Nome',
    nl: 'Naam',
    pl: 'Imię i nazwisko',
    pt: 'Nome',
    ar: 'الاسم',
  },
  number: {
    en: 'Number to ring',
    cy: 'Rhif i’w ffonio',
    de: 'Nummer für den Rückruf',
    es: 'Número al que llamar',
    fr: 'Numéro à appeler',
    it: 'Numero da chiamare',
    nl: 'Nummer om te bellen',
    pl: 'Numer, pod który zadzwonić',
    pt: 'Número a ligar',
    ar: 'الرقم المطلوب الاتصال به',
  },
  when: {
    en: 'When',
    cy: 'Pryd',
    de: 'Wann',
    es: 'Cuándo',
    fr: 'Quand',
    it: 'Quando',
    nl: 'Wanneer',
    pl: 'Kiedy',
    pt: 'Quando',
    ar: 'متى',
  },
} satisfies Record<string, Phrase>
