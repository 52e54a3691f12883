/** Words that several kinds say alike. */
import type { Phrase } from '../core/locale/phrase'

export const commonWords = {
  send: {
    en: 'Send',
    cy: 'Anfon',
    de: 'Absenden',
    es: 'Enviar',
    fr: 'Envoyer',
    it: 'Invia',
    nl: 'Versturen',
    pl: 'Wyślij',
    pt: 'Enviar',
    ar: 'إرسال',
  },
  yourAddress: {
    en: 'Your e-mail address',
    cy: 'Eich cyfeiriad e-bost',
    de: 'Ihre E-Mail-Adresse',
    es: 'Su correo electrónico',
    fr: 'Votre adresse e-mail',
    it: 'Il suo indirizzo e-mail',
    nl: 'Uw e-mailadres',
    pl: 'Twój adres e-mail',
    pt: 'O seu endereço de e-mail',
    ar: 'عنوان بريدك الإلكتروني',
  },
} satisfies Record<string, Phrase>

/** What is said of files that are sent along. */
export const fileWords = {
  remove: {
    en: 'Remove {n}',
    cy: 'Tynnu {n}',
    de: '{n} entfernen',
    es: 'Quitar {n}',
    fr: 'Retirer {n}',
    it: 'Togli {n}',
    nl: '{n} verwijderen',
    pl: 'Usuń {n}',
    pt: 'Retirar {n}',
    ar: 'إزالة {n}',
  },
  fileComing: {
    en: '{n} is on its way …',
    cy: 'Mae {n} ar ei ffordd …',
    de: '{n} ist unterwegs …',
    es: '{n} está en camino…',
    fr: '{n} est en route…',
    it: '{n} è in arrivo…',
    nl: '{n} is onderweg …',
    pl: '{n} jest w drodze…',
    pt: '{n} está a caminho…',
    ar: '{n} في الطريق…',
  },
  fileLost: {
    en: '{n} did not arrive.',
    cy: 'Ni chyrhaeddodd {n}.',
    de: '{n} ist nicht angekommen.',
    es: '{n} no ha llegado.',
    fr: '{n} n’est pas arrivé.',
    it: '{n} non è arrivato.',
    nl: '{n} is niet aangekomen.',
    pl: '{n} nie dotarł.',
    pt: '{n} não chegou.',
    ar: 'لم يصل {n}.',
  },
} satisfies Record<string, Phrase>
