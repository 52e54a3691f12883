/** What every form says while it is filled in and sent. */
import type { Phrase } from '../core/locale/phrase'

export const formWords = {
  addressNeeded: {
    en: 'Type an address such as name@post.example.',
    cy: 'Teipiwch gyfeiriad fel enw@post.example.',
    de: 'Bitte eine Adresse wie name@post.example eingeben.',
    es: 'Escriba una dirección como nombre@post.example.',
    fr: 'Écrivez une adresse comme nom@post.example.',
    it: 'Scriva un indirizzo come nome@post.example.',
    nl: 'Vul een adres in zoals naam@post.example.',
    pl: 'Wpisz adres taki jak nazwa@post.example.',
    pt: 'Escreva um endereço como nome@post.example.',
    ar: 'اكتب عنوانًا مثل name@post.example.',
  },
  sending: {
    en: 'Sending …',
    cy: 'Yn anfon …',
    de: 'Wird gesendet …',
    es: 'Enviando…',
    fr: 'Envoi…',
    it: 'Invio in corso…',
    nl: 'Versturen …',
    pl: 'Wysyłanie…',
    pt: 'A enviar…',
    ar: 'جارٍ الإرسال…',
  },
} satisfies Record<string, Phrase>
