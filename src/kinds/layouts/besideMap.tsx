/** @jsxImportSource preact */
/**
 * Places one under the other, a map beside them with the same numbers. The map's pictures come from an address of the
 * designer's, and are asked for when a visitor wants them; without a script or without pictures the list is complete.
 */
import { originOfTiles } from '../../core/fit/tiles'
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { text as textField } from '../../core/settings/controls/text'
import { layout } from '../block'
import { cardPaddingPx, paddingPx, small, sum, title, titleWeight, type } from '../sizes'

const showTheMap: Phrase = {
  en: 'Show the map',
  cy: 'Dangos y map',
  de: 'Karte zeigen',
  es: 'Mostrar el mapa',
  fr: 'Afficher la carte',
  it: 'Mostra la mappa',
  nl: 'Toon de kaart',
  pl: 'Pokaż mapę',
  pt: 'Mostrar o mapa',
  ar: 'اعرض الخريطة',
}
const mapComesFrom: Phrase = {
  en: 'It comes from {host}, which then knows your address.',
  cy: 'Daw o {host}, a fydd wedyn yn gwybod eich cyfeiriad.',
  de: 'Sie kommt von {host}; dort wird dann Ihre Adresse bekannt.',
  es: 'Viene de {host}, que entonces conoce su dirección.',
  fr: 'Elle vient de {host}, qui connaît alors votre adresse.',
  it: 'Viene da {host}, che così conosce il suo indirizzo.',
  nl: 'Hij komt van {host}, die dan uw adres kent.',
  pl: 'Pochodzi z {host}, gdzie znany będzie wtedy Państwa adres.',
  pt: 'Vem de {host}, que fica a conhecer o seu endereço.',
  ar: 'تأتي من {host} الذي يعرف عندئذ عنوانك.',
}
const closer: Phrase = {
  en: 'Closer',
  cy: 'Yn nes',
  de: 'Näher',
  es: 'Más cerca',
  fr: 'Plus près',
  it: 'Più vicino',
  nl: 'Dichterbij',
  pl: 'Bliżej',
  pt: 'Mais perto',
  ar: 'أقرب',
}
const farther: Phrase = {
  en: 'Farther',
  cy: 'Ymhellach',
  de: 'Weiter weg',
  es: 'Más lejos',
  fr: 'Plus loin',
  it: 'Più lontano',
  nl: 'Verder weg',
  pl: 'Dalej',
  pt: 'Mais longe',
  ar: 'أبعد',
}

/** From this width on the map stands beside the list. */
const wideEm = 48
const listShare = 0.47
const numberEm = 2.25
const group = { step: 'arrange', group: 'Map', part: 'map' } as const
const whileMap = { path: 'layout', is: ['map'] } as const

export const besideMap = layout({
  id: 'map',
  label: 'List beside a map',
  hint: 'Numbers lead from one to the other; narrow, the map comes last',
  parts: [{ name: 'map', label: 'Map' }],
  words: { showTheMap, mapComesFrom, closer, farther },
  fields: {
    'map.tiles': textField(
      { maxLength: 300, placeholder: 'https://tiles.example/{z}/{x}/{y}.png' },
      {
        ...group,
        label: 'Address of the map’s pictures',
        hint: 'A server of tiles that you may use, with {z}, {x} and {y}',
        default: '',
        shownWhen: whileMap,
      },
    ),
    'map.credit': textField(
      { maxLength: 120, placeholder: 'Map: county surveyors' },
      {
        ...group,
        label: 'Whose map it is',
        hint: 'As its owner demands to be named',
        default: '',
        shownWhen: whileMap,
      },
    ),
    'map.when': choice(
      [
        { value: 'click', label: 'On a click', hint: 'Until then its owner learns nothing of the visitor' },
        { value: 'seen', label: 'As it comes into view' },
      ],
      { ...group, label: 'It is loaded', default: 'click', shownWhen: whileMap },
    ),
    'map.height': number(
      { min: 200, max: 800, unit: 'px' },
      { ...group, label: 'At least as high as', default: 420, shownWhen: whileMap },
    ),
  },
  form: () => 'stacked',
  frame(cards, values, { locale }) {
    const origin = originOfTiles(values['map.tiles'])
    return (
      <div class="by-map">
        <ul part="list" role="list" class="numbered" data-cards>
          {cards}
        </ul>
        {origin && (
          <div
            part="map"
            data-tiles={values['map.tiles']}
            data-when={values['map.when']}
            data-closer={say(closer, locale)}
            data-farther={say(farther, locale)}
          >
            <div class="ask">
              <button type="button">{say(showTheMap, locale)}</button>
              <p>{say(mapComesFrom, locale).replace('{host}', new URL(origin).hostname)}</p>
            </div>
            <div class="canvas" />
            {values['map.credit'] && <small>{values['map.credit']}</small>}
          </div>
        )}
      </div>
    )
  },
  height(count, values, widthPx, heightOf) {
    const em = values['look.textSize']
    const gap = values['look.spacing']
    const isWide = widthPx >= wideEm * em
    const hasMap = originOfTiles(values['map.tiles']) !== undefined
    const listPx = isWide && hasMap ? widthPx * listShare - gap : widthPx
    const list = sum(0, count, (at) => heightOf(at, listPx - numberEm * em)) + (count - 1) * gap
    if (!hasMap) return list
    return isWide ? Math.max(list, values['map.height']) : list + 2 * gap + values['map.height']
  },
  behaviours: (values) => (originOfTiles(values['map.tiles']) ? ['map'] : []),
  hosts(values) {
    const origin = originOfTiles(values['map.tiles'])
    return origin ? { images: [origin] } : {}
  },
  styles(values) {
    const gap = values['look.spacing']
    const wide = wideEm * values['look.textSize'] + 2 * paddingPx(values)
    return `
    .by-map{display:flex;flex-direction:column;gap:${2 * gap}px}
    .numbered{counter-reset:place;display:flex;flex-direction:column;gap:${gap}px;padding:0;margin:0;list-style:none;min-width:0}
    .numbered>[part=card]:not([hidden]){counter-increment:place}
    .numbered>[part=card]{padding-inline-start:${numberEm}em}
    .numbered>[part=card]::before{content:counter(place);position:absolute;inset-inline-start:0;width:1.75em;color:${values['look.accent']};font-weight:${titleWeight};font-variant-numeric:lining-nums tabular-nums}
    .near-first [part=far]{position:absolute;inset-block-start:0;inset-inline-end:0;padding-top:${cardPaddingPx(values)}px;line-height:${title.size * title.line}em}
    .near-first [part=title]{padding-inline-end:7.5em}
    [part=map]{position:relative;height:${values['map.height']}px;border-radius:${Math.min(values['look.radius'], 16)}px;overflow:hidden;background:color-mix(in oklab,${values['look.text']} 6%,${values['look.background']});isolation:isolate}
    .canvas{position:absolute;inset:0;z-index:0}
    .ask{position:absolute;inset:0;z-index:1;display:grid;place-content:center;justify-items:center;gap:.5em;padding:1.5em;text-align:center}
    .ask p{margin:0;max-width:26em;${type(small)}color:${values['look.muted']}}
    .ask button,.turn button{min-height:2.75em;padding:0 1.25em;border:1px solid currentColor;border-radius:${Math.min(values['look.radius'], 24)}px;background:${values['look.background']};color:${values['look.accent']};font:inherit;font-weight:${titleWeight};cursor:pointer}
    .ask[hidden]{display:none}
    .turn{position:absolute;z-index:2;inset:.75em .75em auto auto;display:flex;gap:.35em}
    [dir=rtl] .turn{inset:.75em auto auto .75em}
    .turn button{min-width:2.75em;padding:0;font-size:1em}
    [part=map] small{position:absolute;z-index:2;inset:auto 0 0 auto;padding:.15em .6em;background:${values['look.background']};color:${values['look.muted']};font-size:12px;line-height:1.5}
    .pin{display:grid;place-items:center;width:28px;height:28px;border-radius:50%;background:${values['look.accent']};color:${values['look.background']};font-weight:${titleWeight};font-size:14px;cursor:pointer}
    .pin.many{width:40px;height:40px;background:${values['look.text']}}
    .pin.you{width:16px;height:16px;background:${values['look.text']};box-shadow:0 0 0 4px ${values['look.background']},0 0 0 6px ${values['look.text']}}
    .pin:focus-visible{outline:2px solid ${values['look.accent']};outline-offset:3px}
    @container (min-width:${wide}px){
      .by-map:has([part=map]){display:grid;grid-template-columns:calc(${listShare * 100}% - ${gap}px) minmax(0,1fr);gap:${2 * gap}px;align-items:start}
      .by-map [part=map]{position:sticky;top:24px}
    }
    @media (scripting:none){[part=map]{display:none}}`
  },
})
