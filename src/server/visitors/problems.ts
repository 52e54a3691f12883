/** Why a visitor's request can be refused, in the client's language. One catalogue: code, status, words. */
import { say, type Phrase } from '@/core/locale/phrase'
import type { VisitorProblem } from '@/kinds/door'

interface Entry {
  readonly status: number
  readonly detail: Phrase
}

export const visitorProblems = {
  no_such_widget: {
    status: 404,
    detail: {
      en: 'This form is switched off at the moment.',
      de: 'Dieses Formular ist zurzeit abgeschaltet.',
      fr: 'Ce formulaire est désactivé pour le moment.',
      es: 'Este formulario está desactivado por ahora.',
      it: 'Questo modulo al momento è disattivato.',
      nl: 'Dit formulier staat nu uit.',
      pt: 'Este formulário está desligado de momento.',
      pl: 'Ten formularz jest teraz wyłączony.',
      cy: 'Mae’r ffurflen hon wedi’i diffodd ar hyn o bryd.',
      ar: 'هذا النموذج متوقف حاليًا.',
    },
  },
  not_from_here: {
    status: 403,
    detail: {
      en: 'This page may not send anything here. Please use the site itself.',
      de: 'Von dieser Seite aus kann hier nichts gesendet werden. Bitte nutzen Sie die Website selbst.',
      fr: 'Cette page ne peut rien envoyer ici. Passez par le site lui-même.',
      es: 'Esta página no puede enviar nada aquí. Use el propio sitio.',
      it: 'Questa pagina non può inviare nulla qui. Usi il sito stesso.',
      nl: 'Vanaf deze pagina kan hier niets worden verstuurd. Gebruik de site zelf.',
      pt: 'Esta página não pode enviar nada para aqui. Use o próprio site.',
      pl: 'Z tej strony nie można tu nic wysłać. Skorzystaj z właściwej witryny.',
      cy: 'Ni all y dudalen hon anfon dim yma. Defnyddiwch y wefan ei hun.',
      ar: 'لا يمكن لهذه الصفحة إرسال شيء هنا. يُرجى استخدام الموقع نفسه.',
    },
  },
  does_not_fit: {
    status: 422,
    detail: {
      en: 'Something is missing or does not fit. Please check what you typed.',
      de: 'Etwas fehlt oder passt nicht. Bitte prüfen Sie Ihre Angaben.',
      fr: 'Quelque chose manque ou ne convient pas. Vérifiez votre saisie.',
      es: 'Falta algo o no es correcto. Revise lo que ha escrito.',
      it: 'Manca qualcosa o non va bene. Controlli ciò che ha scritto.',
      nl: 'Er ontbreekt iets of het klopt niet. Controleer wat u invulde.',
      pt: 'Falta algo ou não está certo. Verifique o que escreveu.',
      pl: 'Czegoś brakuje lub coś nie pasuje. Sprawdź, co wpisano.',
      cy: 'Mae rhywbeth ar goll neu’n anghywir. Gwiriwch yr hyn a deipiwyd.',
      ar: 'هناك شيء ناقص أو غير مناسب. يُرجى مراجعة ما كتبت.',
    },
  },
  too_large: {
    status: 413,
    detail: {
      en: 'That is too much at once. Please shorten it.',
      de: 'Das ist zu viel auf einmal. Bitte kürzen Sie es.',
      fr: 'C’est trop long. Veuillez raccourcir.',
      es: 'Es demasiado. Acórtelo, por favor.',
      it: 'È troppo lungo. Lo accorci, per favore.',
      nl: 'Dat is te veel. Maak het korter.',
      pt: 'É demasiado. Encurte, por favor.',
      pl: 'To za dużo. Skróć, proszę.',
      cy: 'Mae hynny’n ormod. Byrhewch ef, os gwelwch yn dda.',
      ar: 'هذا أكثر مما يمكن إرساله دفعة واحدة. يُرجى اختصاره.',
    },
  },
  wrong_file: {
    status: 415,
    detail: {
      en: 'Files of this kind are not taken here.',
      cy: 'Ni dderbynnir ffeiliau o’r math hwn yma.',
      de: 'Dateien dieser Art werden hier nicht angenommen.',
      es: 'Aquí no se aceptan archivos de este tipo.',
      fr: 'Les fichiers de ce type ne sont pas acceptés ici.',
      it: 'I file di questo tipo non sono accettati qui.',
      nl: 'Bestanden van deze soort worden hier niet aangenomen.',
      pl: 'Pliki tego rodzaju nie są tu przyjmowane.',
      pt: 'Não se aceitam aqui ficheiros deste tipo.',
      ar: 'لا تُقبل هنا ملفات من هذا النوع.',
    },
  },
  no_room: {
    status: 409,
    detail: {
      en: 'No more files can be taken at the moment. Please send it without.',
      cy: 'Ni ellir derbyn rhagor o ffeiliau ar hyn o bryd. Anfonwch hebddynt.',
      de: 'Zurzeit können keine weiteren Dateien angenommen werden. Bitte ohne senden.',
      es: 'Ahora no se pueden recibir más archivos. Envíelo sin ellos.',
      fr: 'Impossible de recevoir d’autres fichiers pour le moment. Envoyez sans.',
      it: 'Al momento non si possono ricevere altri file. Invii senza.',
      nl: 'Er kunnen nu geen bestanden meer bij. Verstuur het zonder.',
      pl: 'W tej chwili nie można przyjąć więcej plików. Proszę wysłać bez nich.',
      pt: 'De momento não é possível receber mais ficheiros. Envie sem eles.',
      ar: 'لا يمكن استقبال المزيد من الملفات حاليًا. يُرجى الإرسال بدونها.',
    },
  },
  too_often: {
    status: 429,
    detail: {
      en: 'That was tried very often. Please wait a while.',
      de: 'Das wurde sehr oft versucht. Bitte warten Sie etwas.',
      fr: 'Trop de tentatives. Patientez un peu.',
      es: 'Demasiados intentos. Espere un poco.',
      it: 'Troppi tentativi. Attenda un poco.',
      nl: 'Te vaak geprobeerd. Wacht even.',
      pt: 'Demasiadas tentativas. Espere um pouco.',
      pl: 'Zbyt wiele prób. Odczekaj chwilę.',
      cy: 'Gormod o geisiadau. Arhoswch ychydig.',
      ar: 'تكررت المحاولة كثيرًا. يُرجى الانتظار قليلًا.',
    },
  },
  time_gone: {
    status: 409,
    detail: {
      en: 'That time has been taken meanwhile.',
      cy: 'Mae’r amser hwnnw wedi’i gymryd.',
      de: 'Diese Zeit ist inzwischen vergeben.',
      es: 'Esa hora ya está ocupada.',
      fr: 'Cet horaire vient d’être pris.',
      it: 'Quell’orario è stato preso.',
      nl: 'Die tijd is intussen bezet.',
      pl: 'Ten termin już zajęto.',
      pt: 'Essa hora já foi ocupada.',
      ar: 'حُجز هذا الموعد في هذه الأثناء.',
    },
  },
  number_refused: {
    status: 422,
    detail: {
      en: 'This number cannot be rung from here: it lies abroad, costs extra, or is not to be rung. Please leave another one.',
      cy: 'Ni ellir ffonio’r rhif hwn oddi yma: mae dramor, yn costio’n ychwanegol, neu ddim i’w ffonio. Gadewch rif arall.',
      de: 'Diese Nummer kann von hier aus nicht angerufen werden: Sie liegt im Ausland, kostet extra oder soll nicht angerufen werden. Bitte eine andere angeben.',
      es: 'No se puede llamar a este número desde aquí: está en el extranjero, cuesta un suplemento o no desea llamadas. Deje otro, por favor.',
      fr: 'Ce numéro ne peut pas être appelé d’ici : il est à l’étranger, surtaxé, ou ne veut pas être appelé. Laissez-en un autre.',
      it: 'Da qui non si può chiamare questo numero: è all’estero, a pagamento, o non vuole essere chiamato. Ne lasci un altro.',
      nl: 'Dit nummer kan van hieruit niet worden gebeld: het ligt in het buitenland, kost extra of wil niet gebeld worden. Laat een ander achter.',
      pl: 'Pod ten numer nie można stąd zadzwonić: jest zagraniczny, dodatkowo płatny albo nie życzy sobie telefonów. Proszę podać inny.',
      pt: 'Não é possível ligar daqui para este número: fica no estrangeiro, custa mais ou não quer chamadas. Deixe outro, por favor.',
      ar: 'لا يمكن الاتصال بهذا الرقم من هنا: إما أنه خارج البلاد أو مرتفع التكلفة أو لا يرغب في الاتصال. يُرجى ترك رقم آخر.',
    },
  },
  key_taken: {
    status: 409,
    detail: {
      en: 'Something else was sent in the meantime. Please send it again.',
      de: 'Inzwischen wurde etwas anderes gesendet. Bitte senden Sie es noch einmal.',
      fr: 'Autre chose a été envoyé entre-temps. Renvoyez, s’il vous plaît.',
      es: 'Mientras tanto se envió otra cosa. Envíelo de nuevo.',
      it: 'Nel frattempo è stato inviato altro. Invii di nuovo.',
      nl: 'Er is intussen iets anders verstuurd. Verstuur het opnieuw.',
      pt: 'Entretanto foi enviada outra coisa. Envie de novo.',
      pl: 'W międzyczasie wysłano coś innego. Wyślij ponownie.',
      cy: 'Anfonwyd rhywbeth arall yn y cyfamser. Anfonwch eto.',
      ar: 'أُرسل شيء آخر في هذه الأثناء. يُرجى الإرسال مرة أخرى.',
    },
  },
  not_this_way: {
    status: 405,
    detail: {
      en: 'That is not answered here.',
      cy: 'Nid yw hynny’n cael ei ateb yma.',
      de: 'Das wird hier nicht beantwortet.',
      es: 'Eso no se responde aquí.',
      fr: 'Il n’y est pas répondu ici.',
      it: 'A questo non si risponde qui.',
      nl: 'Daar wordt hier niet op geantwoord.',
      pl: 'Tutaj na to nie odpowiadamy.',
      pt: 'Isso não é respondido aqui.',
      ar: 'لا يُجاب عن ذلك هنا.',
    },
  },
} as const satisfies Record<string, Entry>

export type VisitorProblemCode = keyof typeof visitorProblems

export interface Refusal {
  readonly code: VisitorProblemCode
  readonly facts: Pick<VisitorProblem, 'fields' | 'retryAfter'>
}

/** Thrown by handlers and by the door before them; answered as problem details. */
export class VisitorError extends Error implements Refusal {
  constructor(
    readonly code: VisitorProblemCode,
    readonly facts: Refusal['facts'] = {},
  ) {
    super(code)
    this.name = 'VisitorError'
  }
}

type Details = VisitorProblem & { readonly type: string; readonly status: number }

export function describe({ code, facts }: Refusal, locale: string): Details {
  const { status, detail } = visitorProblems[code]
  return { type: `urn:yimble:visitor:${code}`, status, code, detail: say(detail, locale), ...facts }
}
