/** What is said where help articles come up. */
import type { Phrase } from '../../core/locale/phrase'

export const helpWords = {
  helps: {
    en: 'Perhaps this helps already',
    cy: 'Efallai bod hyn yn helpu’n barod',
    de: 'Vielleicht hilft das schon',
    es: 'Quizá esto ya le ayude',
    fr: 'Ceci aide peut-être déjà',
    it: 'Forse questo aiuta già',
    nl: 'Misschien helpt dit al',
    pl: 'Może to już pomoże',
    pt: 'Talvez isto já ajude',
    ar: 'ربما يفيدك هذا',
  },
  minutes: {
    en: '{n} min to read',
    cy: '{n} mun i’w ddarllen',
    de: '{n} Min. Lesezeit',
    es: '{n} min de lectura',
    fr: '{n} min de lecture',
    it: '{n} min di lettura',
    nl: '{n} min. lezen',
    pl: '{n} min czytania',
    pt: '{n} min de leitura',
    ar: '{n} دقيقة للقراءة',
  },
  ownPage: {
    en: 'On its own page',
    cy: 'Ar ei dudalen ei hun',
    de: 'Auf einer eigenen Seite',
    es: 'En su propia página',
    fr: 'Sur sa propre page',
    it: 'Sulla sua pagina',
    nl: 'Op een eigen pagina',
    pl: 'Na osobnej stronie',
    pt: 'Na sua própria página',
    ar: 'في صفحة مستقلة',
  },
} satisfies Record<string, Phrase>
