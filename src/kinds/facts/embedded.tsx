/** @jsxImportSource preact */
/**
 * What another side lets be shown here, in its own shape at any width. It is loaded on a click where it would follow visitors:
 * until then the other side learns nothing of them. A frame runs in a sandbox of its own.
 */
import type { Item } from '../../core/items/item'
import { sandboxElsewhere } from '../../core/items/sandbox'
import { say, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { fact } from '../block'
import type { Hosts } from '../contract'
import { small, text, titleWeight, type } from '../sizes'

const showIt: Phrase = {
  en: 'Show it here',
  cy: 'Dangos yma',
  de: 'Hier zeigen',
  es: 'Mostrar aquí',
  fr: 'Afficher ici',
  it: 'Mostra qui',
  nl: 'Hier tonen',
  pl: 'Pokaż tutaj',
  pt: 'Mostrar aqui',
  ar: 'اعرضه هنا',
}
const comesFrom: Phrase = {
  en: 'It comes from {host}, which then knows your address and may follow you.',
  cy: 'Daw o {host}, a fydd wedyn yn gwybod eich cyfeiriad ac efallai’n eich dilyn.',
  de: 'Es kommt von {host}; dort wird dann Ihre Adresse bekannt, und man kann Ihnen folgen.',
  es: 'Viene de {host}, que entonces conoce su dirección y puede seguirle.',
  fr: 'Cela vient de {host}, qui connaît alors votre adresse et peut vous suivre.',
  it: 'Viene da {host}, che così conosce il suo indirizzo e può seguirla.',
  nl: 'Het komt van {host}, die dan uw adres kent en u kan volgen.',
  pl: 'Pochodzi z {host}, gdzie znany będzie wtedy Państwa adres i możliwe jest śledzenie.',
  pt: 'Vem de {host}, que fica a conhecer o seu endereço e pode segui-lo.',
  ar: 'يأتي من {host} الذي يعرف عندئذ عنوانك وقد يتتبعك.',
}

type Embed = NonNullable<Item['embed']>
interface Embedded extends Embed {
  readonly title: string
  readonly host: string
  readonly isAsked: boolean
  readonly button: string
  readonly told: string
  readonly poster: string | undefined
}

const usual: Readonly<Record<Embed['as'], readonly [number, number]>> = {
  frame: [16, 9],
  video: [16, 9],
  picture: [3, 2],
  document: [3, 4],
  sound: [16, 9],
}
/** Of a player without a picture. */
const soundEm = 3.5
const askEm = 11

/** Width against height; a frame that only says how high it is is taken as wide as usual. */
const shapeOf = ({ as, width, height }: Embed): readonly [number, number] =>
  width && height ? [width, height] : height && as === 'frame' ? [720, height] : usual[as]

export const embedded = fact({
  id: 'embedded',
  parts: [{ name: 'embed', label: 'What is embedded' }],
  words: { showIt, comesFrom },
  fields: {
    'embed.when': choice(
      [
        {
          value: 'click',
          label: 'On a click',
          hint: 'Until then the other side learns nothing of a visitor',
        },
        {
          value: 'once',
          label: 'At once',
          hint: 'The other side learns every visitor’s address, and may set cookies and follow them',
        },
      ],
      { step: 'arrange', group: 'What is embedded', part: 'embed', label: 'It is loaded', default: 'click' },
    ),
  },
  of({ embed, name, image }, values, { locale, assets }): Embedded | undefined {
    if (!embed) return undefined
    const host = new URL(embed.url).hostname
    const [poster] = image
    return {
      ...embed,
      title: name,
      host,
      isAsked: values['embed.when'] === 'click',
      button: say(showIt, locale),
      told: say(comesFrom, locale).replace('{host}', host),
      poster: poster && `${assets}/p/${poster.ref}/640.webp`,
    }
  },
  view(one) {
    const { as, url, title, isAsked, button, told, poster } = one
    const [width, height] = shapeOf(one)
    return (
      <div
        part="embed"
        class={as === 'sound' ? 'is-sound' : undefined}
        data-embed={url}
        data-as={as}
        data-title={title}
      >
        {as !== 'sound' && <svg viewBox={`0 0 ${width} ${height}`} aria-hidden="true" />}
        {isAsked ? (
          <div class="ask">
            {poster && <img src={poster} alt="" loading="lazy" />}
            <p class="act">
              <button type="button" aria-label={`${button}: ${title}`}>
                {button}
              </button>
              <a href={url}>{title}</a>
            </p>
            <p class="host">{told}</p>
          </div>
        ) : (
          <Shown {...one} />
        )}
      </div>
    )
  },
  em(values, { widthEm }, told) {
    if (told?.as === 'sound') return values['embed.when'] === 'click' ? askEm : soundEm
    const [width, height] = told ? shapeOf(told) : usual.frame
    // What is asked for first needs room for its words.
    return Math.max((widthEm * height) / width, values['embed.when'] === 'click' ? askEm : 0)
  },
  loads({ as, url }): Hosts {
    const origins = [new URL(url).origin]
    if (as === 'picture') return { images: origins }
    return as === 'sound' || as === 'video' ? { media: origins } : { frames: origins }
  },
  behaviours: (values) => (values['embed.when'] === 'click' ? ['embeds'] : []),
  styles: (values) => `
    [part=embed]{position:relative;z-index:1;display:grid;min-height:${values['embed.when'] === 'click' ? askEm : soundEm}em;overflow:hidden;border-radius:${Math.min(values['look.radius'], 16)}px;background:color-mix(in oklab,${values['look.text']} 7%,${values['look.background']})}
    [part=embed]>svg{display:block;width:100%;height:auto;visibility:hidden}
    [part=embed]>:is(iframe,video,img){position:absolute;inset:0;width:100%;height:100%;border:0;object-fit:contain}
    [part=embed]>audio{align-self:center;width:100%}
    [part=embed] .ask{position:absolute;inset:0;display:grid;place-content:center;justify-items:center;gap:.5em;padding:1em;text-align:center;isolation:isolate}
    .ask>img{position:absolute;inset:0;z-index:-1;width:100%;height:100%;object-fit:cover;opacity:.25}
    .ask p{margin:0;max-width:30em;overflow:hidden;text-overflow:ellipsis}
    .act{display:flex;flex-direction:column;align-items:center;gap:.35em;${type(text)}}
    .act a{max-width:100%;max-height:3em;overflow:hidden;color:inherit;text-underline-offset:.2em;overflow-wrap:anywhere}
    .act button{min-height:2.75em;padding:0 1.25em;border:0;border-radius:${Math.min(values['look.radius'], 24)}px;background:${values['look.accent']};color:${values['look.background']};font:inherit;font-weight:${titleWeight};cursor:pointer}
    .host{${type(small)}color:${values['look.muted']};overflow-wrap:anywhere}
    @media (scripting:none){.act button{display:none}}`,
  jsonLd: ({ url }) => ({ embedUrl: url }),
})

const Shown = ({ as, url, title }: Embedded) =>
  as === 'picture' ? (
    <img src={url} alt={title} loading="lazy" />
  ) : as === 'video' ? (
    <video src={url} title={title} controls preload="none" />
  ) : as === 'sound' ? (
    <audio src={url} title={title} controls preload="none" />
  ) : (
    <iframe
      src={url}
      title={title}
      loading="lazy"
      referrerpolicy="no-referrer"
      allow="fullscreen; encrypted-media; picture-in-picture"
      sandbox={as === 'frame' ? sandboxElsewhere : undefined}
    />
  )
