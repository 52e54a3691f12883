/** What an island's door says when the server cannot be reached. */
import type { Phrase } from '../core/locale/phrase'
import type { DoorWord } from './door'

export const doorWords: Readonly<Record<DoorWord, Phrase>> = {
  away: {
    en: 'There is no connection at the moment. Please try again.',
    cy: 'Nid oes cysylltiad ar hyn o bryd. Rhowch gynnig arall arni.',
    de: 'Zurzeit besteht keine Verbindung. Bitte versuchen Sie es noch einmal.',
    es: 'No hay conexión en este momento. Inténtelo de nuevo.',
    fr: 'Pas de connexion pour le moment. Veuillez réessayer.',
    it: 'Al momento non c’è connessione. Riprovi.',
    nl: 'Er is nu geen verbinding. Probeer het opnieuw.',
    pl: 'W tej chwili nie ma połączenia. Spróbuj ponownie.',
    pt: 'De momento não há ligação. Tente de novo.',
    ar: 'لا يوجد اتصال حاليًا. يُرجى المحاولة مرة أخرى.',
  },
  kept: {
    en: 'Not sent yet: there is no connection. It is kept here and sent as soon as there is one.',
    cy: 'Heb ei anfon eto: nid oes cysylltiad. Caiff ei anfon cyn gynted ag y bydd un.',
    de: 'Noch nicht gesendet: Es besteht keine Verbindung. Sobald es wieder eine gibt, wird es gesendet.',
    es: 'Aún no se ha enviado: no hay conexión. Se enviará en cuanto vuelva.',
    fr: 'Pas encore envoyé, faute de connexion. L’envoi se fera dès qu’elle reviendra.',
    it: 'Non ancora inviato: manca la connessione. Sarà inviato appena torna.',
    nl: 'Nog niet verstuurd: er is geen verbinding. Het wordt verstuurd zodra die er is.',
    pl: 'Jeszcze nie wysłano: brak połączenia. Wyślemy, gdy tylko wróci.',
    pt: 'Ainda não foi enviado: não há ligação. Será enviado assim que houver.',
    ar: 'لم يُرسَل بعد لعدم وجود اتصال. سيبقى محفوظًا هنا ويُرسَل فور عودة الاتصال.',
  },
}
