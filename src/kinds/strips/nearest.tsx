/** @jsxImportSource preact */
/**
 * Nearest first: a postcode or a town is looked up in the agency's table, a position stays in the browser and is asked for on
 * a click only. The behaviour `nearest` sorts; without a script the strip is not there.
 */
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { toggle } from '../../core/settings/controls/toggle'
import { strip } from '../block'
import { small, text, titleWeight, type } from '../sizes'

const near: Phrase = {
  en: 'Near',
  cy: 'Ger',
  de: 'Nahe',
  es: 'Cerca de',
  fr: 'Près de',
  it: 'Vicino a',
  nl: 'Bij',
  pl: 'W pobliżu',
  pt: 'Perto de',
  ar: 'بالقرب من',
}
const postcodeOrTown: Phrase = {
  en: 'Postcode or town',
  cy: 'Cod post neu dref',
  de: 'Postleitzahl oder Ort',
  es: 'Código postal o localidad',
  fr: 'Code postal ou ville',
  it: 'CAP o località',
  nl: 'Postcode of plaats',
  pl: 'Kod pocztowy lub miejscowość',
  pt: 'Código postal ou localidade',
  ar: 'الرمز البريدي أو المدينة',
}
const useWhereIAm: Phrase = {
  en: 'Use where I am',
  cy: 'Defnyddio fy lleoliad',
  de: 'Wo ich gerade bin',
  es: 'Usar mi ubicación',
  fr: 'Utiliser ma position',
  it: 'Usa la mia posizione',
  nl: 'Gebruik waar ik ben',
  pl: 'Użyj mojego położenia',
  pt: 'Usar onde estou',
  ar: 'استخدم موقعي',
}
const noSuchPlace: Phrase = {
  en: 'No place of that name is known here. Try the first half of the postcode, or a town nearby.',
  cy: 'Does dim lle o’r enw hwnnw. Rhowch gynnig ar hanner cyntaf y cod post, neu dref gerllaw.',
  de: 'Ein solcher Ort ist hier nicht bekannt. Versuchen Sie den Anfang der Postleitzahl oder einen Ort in der Nähe.',
  es: 'Aquí no se conoce ese lugar. Pruebe con el principio del código postal o una localidad cercana.',
  fr: 'Ce lieu n’est pas connu ici. Essayez le début du code postal ou une ville proche.',
  it: 'Questo luogo non è noto qui. Provi con l’inizio del CAP o una località vicina.',
  nl: 'Zo’n plaats is hier niet bekend. Probeer het begin van de postcode of een plaats in de buurt.',
  pl: 'Takie miejsce nie jest tu znane. Proszę wpisać początek kodu lub pobliską miejscowość.',
  pt: 'Esse lugar não é conhecido aqui. Tente o início do código postal ou uma localidade próxima.',
  ar: 'هذا المكان غير معروف هنا. جرّب بداية الرمز البريدي أو مدينة قريبة.',
}
const noPosition: Phrase = {
  en: 'Your browser does not say where you are. Type a postcode or a town.',
  cy: 'Nid yw eich porwr yn dweud ble rydych chi. Teipiwch god post neu dref.',
  de: 'Ihr Browser sagt nicht, wo Sie sind. Tippen Sie eine Postleitzahl oder einen Ort ein.',
  es: 'Su navegador no dice dónde está. Escriba un código postal o una localidad.',
  fr: 'Votre navigateur ne dit pas où vous êtes. Tapez un code postal ou une ville.',
  it: 'Il browser non dice dove si trova. Scriva un CAP o una località.',
  nl: 'Uw browser zegt niet waar u bent. Typ een postcode of een plaats.',
  pl: 'Przeglądarka nie podaje położenia. Proszę wpisać kod pocztowy lub miejscowość.',
  pt: 'O navegador não diz onde está. Escreva um código postal ou uma localidade.',
  ar: 'لا يذكر متصفحك مكانك. اكتب الرمز البريدي أو المدينة.',
}
const milesAway: Phrase = {
  en: '{n} miles away',
  cy: '{n} milltir i ffwrdd',
  de: '{n} Meilen entfernt',
  es: 'a {n} millas',
  fr: 'à {n} miles',
  it: 'a {n} miglia',
  nl: '{n} mijl hiervandaan',
  pl: '{n} mil stąd',
  pt: 'a {n} milhas',
  ar: 'على بعد {n} ميل',
}
const kmAway: Phrase = {
  en: '{n} km away',
  cy: '{n} km i ffwrdd',
  de: '{n} km entfernt',
  es: 'a {n} km',
  fr: 'à {n} km',
  it: 'a {n} km',
  nl: '{n} km hiervandaan',
  pl: '{n} km stąd',
  pt: 'a {n} km',
  ar: 'على بعد {n} كم',
}
const group = { step: 'arrange', group: 'Nearest first', part: 'nearest' } as const
/** A line that can be touched, and one in which something is said. */
const lineEm = 2.75
const saidEm = small.size * small.line

interface Nearest {
  readonly label: string
  readonly placeholder: string
  readonly button: string
  readonly unit: string
  readonly away: string
  readonly unknown: string
  readonly noPosition: string
}

export const nearest = strip({
  id: 'nearest',
  parts: [{ name: 'nearest', label: 'Nearest first' }],
  words: { near, postcodeOrTown, useWhereIAm, noSuchPlace, noPosition, milesAway, kmAway },
  fields: {
    'nearest.shown': toggle({
      ...group,
      label: 'Nearest first, from where the visitor says',
      hint: 'A postcode or a town of your table of places, or the visitor’s position, which stays in their browser',
      default: false,
    }),
    'nearest.unit': choice(
      [
        { value: 'miles', label: 'In miles' },
        { value: 'km', label: 'In kilometres' },
      ],
      { ...group, label: 'Distances', default: 'km', shownWhen: { path: 'nearest.shown', is: [true] } },
    ),
  },
  of(items, values, { locale, shown }): Nearest | undefined {
    const isPlaced = items.some(({ location }) => location?.latitude !== undefined)
    if (!values['nearest.shown'] || shown < 2 || !isPlaced) return undefined
    const isMiles = values['nearest.unit'] === 'miles'
    return {
      label: say(near, locale),
      placeholder: say(postcodeOrTown, locale),
      button: say(useWhereIAm, locale),
      unit: values['nearest.unit'],
      away: say(isMiles ? milesAway : kmAway, locale),
      unknown: say(noSuchPlace, locale),
      noPosition: say(noPosition, locale),
    }
  },
  view: ({ label, placeholder, button, unit, away, unknown, noPosition: none }) => (
    <form
      part="nearest"
      data-later="nearest"
      data-unit={unit}
      data-away={away}
      data-unknown={unknown}
      data-none={none}
    >
      <label>
        <span>{label}</span>
        <input
          name="place"
          placeholder={placeholder}
          maxLength={80}
          autocomplete="postal-code"
          enterkeyhint="search"
        />
      </label>
      <button type="button">{button}</button>
      <span role="status" />
    </form>
  ),
  height: (_value, values, widthPx) => {
    const em = values['look.textSize']
    return (widthPx < 26 * em ? 2 * lineEm + saidEm : lineEm + saidEm) * em
  },
  behaviours: (values) => (values['nearest.shown'] ? ['later'] : []),
  styles: (values) => `
    [part=nearest]{display:flex;flex-wrap:wrap;align-items:center;gap:0 1.25em}
    [part=nearest] label{display:flex;align-items:center;gap:.6em;height:${lineEm}em;line-height:${lineEm}em;flex:0 1 18em;min-width:0}
    [part=nearest] input{box-sizing:border-box;flex:1;min-width:0;height:2.25em;padding:0 .25em;border:0;border-bottom:2px solid ${values['look.accent']};border-radius:0;background:none;color:inherit;font:inherit}
    [part=nearest] input::placeholder{color:${values['look.muted']};opacity:1}
    [part=nearest] button{min-height:${lineEm}em;padding:0;border:0;background:none;color:${values['look.accent']};font:inherit;font-weight:${titleWeight};cursor:pointer;text-decoration:underline;text-underline-offset:.2em;text-align:start}
    [part=nearest] [role=status]{flex:1 0 100%;min-height:${saidEm}em;${type(small)}color:${values['look.muted']}}
    .near-first [part=group]{display:none}
    [part=nearest] label span{line-height:${text.line}}
    @media (scripting:none){[part=nearest]{display:none}}`,
})
