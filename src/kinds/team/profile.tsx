/** @jsxImportSource preact */
/** Somebody's page: who it is, what is known of them, how to reach them, and what they offer. */
import type { Item } from '../../core/items/item'
import { say, type Phrase } from '../../core/locale/phrase'
import type { AnyValues, FactContext } from '../block'
import type { EntryPage, KindContext } from '../contract'
import { area } from '../facts/area'
import { contact } from '../facts/contact'
import { days } from '../facts/days'
import { productIn, type Linked } from '../facts/products'
import { portrait } from '../facts/picture'
import { role } from '../facts/role'
import { entryKey } from '../facts/title'
import type { Entry } from '../showing'
import { headingFont, pageEm, roomyEm, small, titleWeight, type } from '../sizes'
import { description, tell, viewsOf } from '../told'

const onOffer: Phrase = {
  en: 'What {name} offers',
  cy: 'Beth mae {name} yn ei gynnig',
  de: 'Was {name} anbietet',
  es: 'Lo que ofrece {name}',
  fr: 'Ce que propose {name}',
  it: 'Cosa offre {name}',
  nl: 'Wat {name} aanbiedt',
  pl: 'Co oferuje {name}',
  pt: 'O que {name} oferece',
  ar: 'ما يقدمه {name}',
}
const everybody: Phrase = {
  en: 'Everybody',
  cy: 'Pawb',
  de: 'Alle',
  es: 'Todos',
  fr: 'Tout le monde',
  it: 'Tutti',
  nl: 'Iedereen',
  pl: 'Wszyscy',
  pt: 'Todos',
  ar: 'الجميع',
}

const facts = [portrait, role, area, days, contact] as const

function Offer({ name, url, price }: Linked) {
  return (
    <li>
      {url ? <a href={url}>{name}</a> : <span>{name}</span>}
      {price && <b>{price}</b>}
    </li>
  )
}

function page(item: Item, values: AnyValues, context: KindContext): EntryPage {
  // On a page of its own everything that is known is shown, whatever the cards leave out.
  const whole = {
    ...values,
    'facts.picture': true,
    'facts.role': true,
    'facts.area': true,
    'facts.days': true,
    'contact.telephone': true,
    'contact.email': true,
    'contact.others': true,
  }
  const factContext: FactContext = {
    ...context,
    form: 'stacked',
    titleLevel: 1,
    rest: [],
    all: [item],
    widestEm: pageEm,
  }
  const told = tell(facts, item, whole, factContext)
  const linked = (item.mentions ?? []).map((product) => productIn(product, context))
  // What is linked by hand is known better than what the directory only names.
  const named = item.keywords.map((name): Linked => ({
    id: name,
    name,
    url: undefined,
    picture: undefined,
    price: undefined,
  }))
  const offers = linked.length > 0 ? linked : named
  const view = (
    <article part="widget" class="profile">
      <p class="back">
        <a href={`${context.assets}/h/${context.ref}`}>{say(everybody, context.locale)}</a>
      </p>
      <div class="who">
        <div class="lead">{viewsOf([portrait], told)}</div>
        <div class="known">
          <h1 part="title">{item.name}</h1>
          {viewsOf([role, area], told)}
          {item.text && <p part="summary">{item.text}</p>}
          {viewsOf([days, contact], told)}
          {offers.length > 0 && (
            <section part="products">
              <h2>{say(onOffer, context.locale).replace('{name}', item.givenName ?? item.name)}</h2>
              <ul role="list">
                {offers.map((offer) => (
                  <Offer key={offer.id} {...offer} />
                ))}
              </ul>
            </section>
          )}
        </div>
      </div>
    </article>
  )
  const jsonLd = {
    '@context': 'https://schema.org',
    '@type': 'Person',
    name: item.name,
    ...(item.url ? { url: item.url } : {}),
    ...description(facts, told, 'Person'),
  }
  return { key: entryKey(item.id), title: item.name, view, jsonLd }
}

export const profile: Entry = {
  words: { onOffer, everybody },
  of: (item, values, context) =>
    values['profile.to'] === 'page' && context.ref ? page(item, values, context) : undefined,
  styles(values) {
    const sheets = facts.flatMap((one) => one.styles?.(values as never) ?? [])
    return `${sheets.join('')}
    .profile>*+*{margin-top:1.5em}
    .back{${type(small)}}
    .profile a{color:${values['look.accent']};text-underline-offset:.15em}
    .who{display:grid;gap:2em}
    .who .lead{max-width:20em}
    .known{display:flex;flex-direction:column;gap:.75em;min-width:0;max-width:38em;overflow-wrap:anywhere}
    .known>*{margin:0}
    .known [part=title]{font-size:2.25em;line-height:1.15;font-weight:${titleWeight};color:${values['look.title']};${headingFont(values)}}
    .known h2{margin:1em 0 .5em;font-size:1.25em;line-height:1.3;font-weight:${titleWeight};color:${values['look.title']};${headingFont(values)}}
    [part=products] ul{margin:0;padding:0;list-style:none;border-top:2px solid ${values['look.text']}}
    [part=products] li{display:flex;justify-content:space-between;gap:1em;padding:.75em 0;border-bottom:1px solid ${values['look.line']}}
    @container (min-width:${roomyEm * values['look.textSize']}px){.who{grid-template-columns:minmax(12em,1fr) 2fr}}`
  },
}
