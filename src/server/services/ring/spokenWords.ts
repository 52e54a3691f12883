/** What the exchange says on the telephone, in the client's language. */
import type { Phrase } from '@/core/locale/phrase'

export const spokenWords = {
  /** Whoever picks up hears it. `{name}` is the visitor's, `{client}` the client's. */
  who: {
    en: '{name} would like to be rung by {client}. Press 1 to take it, or 2 to send it to the message box.',
    cy: 'Hoffai {name} gael galwad gan {client}. Pwyswch 1 i’w chymryd, neu 2 i’w hanfon i’r blwch negeseuon.',
    de: '{name} möchte von {client} angerufen werden. Drücken Sie 1, um es anzunehmen, oder 2 für die Nachrichtenbox.',
    es: '{name} desea que {client} le llame. Pulse 1 para atenderle o 2 para enviarle al buzón de mensajes.',
    fr: '{name} souhaite être rappelé par {client}. Appuyez sur 1 pour prendre l’appel, sur 2 pour la messagerie.',
    it: '{name} desidera essere richiamato da {client}. Prema 1 per rispondere o 2 per la casella dei messaggi.',
    nl: '{name} wil graag gebeld worden door {client}. Druk op 1 om aan te nemen, of op 2 voor de berichtenbox.',
    pl: '{name} prosi o telefon od {client}. Naciśnij 1, aby odebrać, lub 2, aby przekazać do skrzynki.',
    pt: '{name} gostaria que {client} lhe ligasse. Prima 1 para atender ou 2 para a caixa de mensagens.',
    ar: 'يرغب {name} في أن يتصل به {client}. اضغط 1 للرد، أو 2 لتحويله إلى صندوق الرسائل.',
  },
  /** The visitor hears it first. */
  hello: {
    en: 'This is {client}. You asked to be rung. If that was not you, press 9, and we never ring this number again.',
    cy: '{client} sydd yma. Gofynnoch am alwad. Os nad chi oedd hynny, pwyswch 9, ac ni fyddwn byth yn ffonio’r rhif hwn eto.',
    de: 'Hier ist {client}. Sie haben um einen Anruf gebeten. Waren Sie das nicht, drücken Sie 9, und wir rufen diese Nummer nie wieder an.',
    es: 'Le habla {client}. Usted pidió que le llamáramos. Si no fue usted, pulse 9 y no volveremos a llamar a este número.',
    fr: 'Ici {client}. Vous avez demandé à être rappelé. Si ce n’était pas vous, appuyez sur 9 et nous n’appellerons plus jamais ce numéro.',
    it: 'Qui è {client}. Ha chiesto di essere richiamato. Se non è stato lei, prema 9 e non chiameremo mai più questo numero.',
    nl: 'Dit is {client}. U vroeg om gebeld te worden. Was u dat niet, druk dan op 9, en we bellen dit nummer nooit meer.',
    pl: 'Tu {client}. Prosili Państwo o telefon. Jeśli to pomyłka, proszę nacisnąć 9, a nigdy więcej nie zadzwonimy pod ten numer.',
    pt: 'Fala {client}. Pediu que lhe ligássemos. Se não foi o seu caso, prima 9 e nunca mais ligaremos para este número.',
    ar: 'معك {client}. لقد طلبت أن نتصل بك. إن لم تكن أنت فاضغط 9 ولن نتصل بهذا الرقم أبدًا.',
  },
  /** Before a message is taken, where the client has no greeting of its own. */
  greeting: {
    en: 'Nobody can come to the telephone just now. Please say after the tone what it is about.',
    cy: 'Ni all neb ddod at y ffôn ar hyn o bryd. Dywedwch ar ôl y tôn beth sydd dan sylw.',
    de: 'Gerade kann niemand ans Telefon kommen. Bitte sagen Sie nach dem Ton, worum es geht.',
    es: 'Ahora nadie puede ponerse al teléfono. Después de la señal, diga de qué se trata.',
    fr: 'Personne ne peut venir au téléphone pour le moment. Dites après le signal de quoi il s’agit.',
    it: 'In questo momento nessuno può venire al telefono. Dopo il segnale dica di che cosa si tratta.',
    nl: 'Er kan nu niemand aan de telefoon komen. Zeg na de toon waar het over gaat.',
    pl: 'W tej chwili nikt nie może podejść do telefonu. Po sygnale proszę powiedzieć, o co chodzi.',
    pt: 'De momento ninguém pode atender. Depois do sinal, diga do que se trata.',
    ar: 'لا يستطيع أحد الرد الآن. بعد الإشارة قل لنا ما الأمر.',
  },
} satisfies Record<string, Phrase>
