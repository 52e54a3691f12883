/** @jsxImportSource preact */
/** Small upright portraits side by side: who is there, who follows. Names stand in words beside them. */
import type { Picture } from '../core/items/item'
import type { AnyValues } from './block'
import { pictureAt, type Pictured } from './facts/picture'
import { tint } from './sizes'

export interface Size {
  /** In em of the text size. */
  readonly width: number
  readonly height: number
}

export const facesOf = (pictures: readonly Picture[], most: number, assets: string): readonly Pictured[] =>
  pictures.slice(0, most).map((one) => pictureAt({ ...one, caption: '' }, [160], assets))

export const Faces = ({ part, all, size }: { part?: string; all: readonly Pictured[]; size: Size }) => (
  <p part={part} class="faces" aria-hidden="true">
    {all.map(({ src }) => (
      <img
        key={src}
        src={src}
        alt=""
        width={Math.round(size.width * 16)}
        height={Math.round(size.height * 16)}
        loading="lazy"
      />
    ))}
  </p>
)

export const facesStyles = (values: AnyValues, { width, height }: Size): string => `
    .faces{display:flex;gap:.25em;height:${height}em;overflow:hidden;font-size:1em!important}
    .faces img{
      flex:none;width:${width}em;height:100%;object-fit:cover;border-radius:${Math.round(values['look.radius'] / 2)}px;
      ${tint('background', values['look.accent'], 9, values['look.line'])}
    }`
