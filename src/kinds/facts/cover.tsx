/** @jsxImportSource preact */
/** The cover of a work, whole, standing on the line of its shelf; where there is none, its title and maker set as one. */
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { fact, type Form } from '../block'
import { headingFont, tint, titleWeight } from '../sizes'
import { onCards } from './group'
import { pictureAt, shapeOfPicture, type Pictured } from './picture'

interface Cover {
  readonly picture: Pictured | undefined
  readonly title: string
  readonly maker: string
}

/** Width by height of the room for covers; each keeps its own shape within it. */
const rooms: Readonly<Record<string, number>> = { tall: 3 / 4, square: 1, wide: 4 / 3 }
const roomIn = (shape: string, form: Form) => (form === 'line' ? 1 : (rooms[shape] ?? 1))

export const cover = fact({
  id: 'cover',
  parts: [{ name: 'picture', label: 'Cover' }],
  fields: {
    'cover.room': choice(
      [
        { value: 'square', label: 'Square' },
        { value: 'tall', label: 'Tall' },
        { value: 'wide', label: 'Wide' },
      ],
      {
        ...onCards,
        part: 'picture',
        label: 'Room for covers',
        hint: 'Each cover stands in it whole, in its own shape',
        default: 'square',
      },
    ),
    'cover.size': number(
      { min: 2, max: 16, unit: 'em' },
      { ...onCards, part: 'picture', label: 'Width beside words', default: 6 },
    ),
    'cover.side': choice(
      [
        { value: 'start', label: 'Before the words' },
        { value: 'end', label: 'After the words' },
      ],
      {
        ...onCards,
        part: 'picture',
        label: 'Covers stand',
        default: 'start',
        shownWhen: { path: 'layout', is: ['list', 'column'] },
      },
    ),
  },
  of: ({ image: [first], name, author }, _values, { assets }): Cover => ({
    picture: first && pictureAt(first, [160, 320, 640], assets),
    title: name,
    maker: author?.name ?? '',
  }),
  view: ({ picture, title, maker }) =>
    picture ? (
      <div part="picture" class="shelf">
        <img
          src={picture.src}
          srcset={picture.srcset}
          sizes="auto, (max-width: 480px) 50vw, 260px"
          alt={picture.alt}
          width={picture.width}
          height={picture.height}
          loading="lazy"
        />
      </div>
    ) : (
      <div part="picture" class="shelf set" aria-hidden="true">
        <span>{title}</span>
        <small>{maker}</small>
      </div>
    ),
  em: (values, { form, widthEm }) => widthEm / roomIn(values['cover.room'], form),
  besideEm: (values) => values['cover.size'],
  shape: ({ picture }) => picture && shapeOfPicture(picture),
  styles: (values) => `
    .shelf{
      display:flex;align-items:flex-end;aspect-ratio:${rooms[values['cover.room']]};
      border-bottom:1px solid ${values['look.line']};
    }
    ${values['cover.side'] === 'end' ? ':is(.beside,.tight){flex-direction:row-reverse}' : ''}
    .line .shelf{aspect-ratio:1}
    .shelf img{display:block;max-width:100%;max-height:100%;width:auto;height:auto;object-fit:contain;object-position:0 100%;color:transparent;box-sizing:border-box}
    .set{
      flex-direction:column;align-items:flex-start;justify-content:space-between;padding:.6em;overflow:hidden;
      container-type:inline-size;${tint('background', values['look.accent'], 12, values['look.line'])}
      color:${values['look.title']};
    }
    .set span{font-size:clamp(.7em,11cqi,1.4em);line-height:1.2;font-weight:${titleWeight};overflow-wrap:anywhere;${headingFont(values)}}
    .set small{font-size:.75em;line-height:1.3}
    :is(.tight,.line,.after) .set :is(small){display:none}`,
  jsonLd: ({ picture }) => (picture ? { image: picture.src } : {}),
})
