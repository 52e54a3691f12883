/** Days of the week in words, Monday first, as CLDR writes them wide. */
import type { Phrase } from './phrase'

export const weekdayNames: Phrase = {
  en: 'Monday Tuesday Wednesday Thursday Friday Saturday Sunday',
  cy: 'Llun Mawrth Mercher Iau Gwener Sadwrn Sul',
  de: 'Montag Dienstag Mittwoch Donnerstag Freitag Samstag Sonntag',
  es: 'lunes martes miércoles jueves viernes sábado domingo',
  fr: 'lundi mardi mercredi jeudi vendredi samedi dimanche',
  it: 'lunedì martedì mercoledì giovedì venerdì sabato domenica',
  nl: 'maandag dinsdag woensdag donderdag vrijdag zaterdag zondag',
  pl: 'poniedziałek wtorek środa czwartek piątek sobota niedziela',
  pt: 'segunda terça quarta quinta sexta sábado domingo',
  ar: 'الاثنين الثلاثاء الأربعاء الخميس الجمعة السبت الأحد',
}
