/** @jsxImportSource preact */
/** Products linked to an item by hand, in one line below it that scrolls where they are too many. */
import { h } from 'preact'
import type { Item, LinkedProduct } from '../../core/items/item'
import { priceInWords } from '../../core/locale/numbers'
import { sayCount, type Counting, type Phrase } from '../../core/locale/phrase'
import { choice } from '../../core/settings/controls/choice'
import { number } from '../../core/settings/controls/number'
import { text } from '../../core/settings/controls/text'
import { fact, type AnyValues } from '../block'
import type { KindContext } from '../contract'
import { small, smallEm, tint, titleWeight, type } from '../sizes'
import { pictureAt, type Pictured } from './picture'

const heightEm = 2.5

export interface Linked {
  readonly id: string
  readonly name: string
  readonly url: string | undefined
  readonly picture: Pictured | undefined
  readonly price: string | undefined
}

export const productIn = (product: LinkedProduct, { assets, locale }: KindContext): Linked => ({
  id: product.id,
  name: product.name,
  url: product.url,
  picture: product.image && pictureAt({ ...product.image, caption: '' }, [160], assets),
  price: product.offers && priceInWords(product.offers, locale),
})

const Product = ({ product: { name, url, picture, price }, see }: { product: Linked; see?: string }) => {
  const way = see && url ? <i>{see}</i> : undefined
  return h(
    url ? 'a' : 'span',
    { part: 'product', href: url },
    picture && <img src={picture.src} alt="" width="40" height="40" loading="lazy" />,
    <span>{name}</span>,
    price ? (
      <b>
        {price}
        {way}
      </b>
    ) : (
      way
    ),
  )
}

const List = ({
  linked,
  isHeldBack,
  see,
}: {
  linked: readonly Linked[]
  isHeldBack: boolean
  see?: string
}) => (
  <ul part="products" role="list" hidden={isHeldBack}>
    {linked.map((product) => (
      <li key={product.id}>
        <Product product={product} see={see} />
      </li>
    ))}
  </ul>
)

const group = { step: 'arrange', group: 'Products', part: 'products' } as const
const limit = number(
  { min: 0, max: 6, unit: 'on each entry', zero: 'not shown' },
  {
    ...group,
    label: 'Linked products, at most',
    hint: 'They are linked to entries in the sorting table',
    default: 0,
  },
)

const linkedTo = (item: Item, most: number, context: KindContext): readonly Linked[] | undefined => {
  const linked = (item.mentions ?? []).slice(0, most)
  return linked.length > 0 ? linked.map((product) => productIn(product, context)) : undefined
}

export const products = fact({
  id: 'products',
  parts: [
    { name: 'products', label: 'Linked products' },
    { name: 'product', label: 'One linked product' },
  ],
  fields: { 'products.limit': limit },
  of: (item, values, context): readonly Linked[] | undefined =>
    linkedTo(item, values['products.limit'], context),
  view: (linked) => <List linked={linked} isHeldBack={false} />,
  em: (values) => (values['products.limit'] > 0 ? heightEm : 0),
  styles: listStyles,
})

function listStyles(values: AnyValues): string {
  const line = values['look.line']
  return `
    [part=products]{
      position:relative;z-index:1;display:flex;gap:.5em;height:${heightEm}em;padding:0;list-style:none;
      overflow-x:auto;overflow-y:hidden;scrollbar-width:thin;
    }
    [part=products]>li{flex:none;max-width:100%}
    [part=product]{
      display:flex;align-items:center;gap:.4em;height:${heightEm - 0.25}em;max-width:100%;
      padding-inline-end:.6em;overflow:hidden;border-radius:${values['look.radius']}px;
      ${tint('background', values['look.accent'], 9, line)}
      font-size:${small.size}em;line-height:1;white-space:nowrap;color:${values['look.text']};text-decoration:none;
    }
    a[part=product]:hover span{text-decoration:underline;text-underline-offset:.15em}
    [part=product] img{height:100%;width:auto;aspect-ratio:1;object-fit:cover;flex:none}
    [part=product] span{overflow:hidden;text-overflow:ellipsis;padding:.2em 0;min-width:3em}
    [part=product]>span:first-child{padding-inline-start:.6em}
    [part=product] b{flex:none}`
}

const seeIt: Phrase = {
  en: 'See it',
  cy: 'Ei weld',
  de: 'Ansehen',
  es: 'Ver',
  fr: 'Voir',
  it: 'Vedi',
  nl: 'Bekijk',
  pl: 'Zobacz',
  pt: 'Ver',
  ar: 'شاهد',
}
const counting: Counting = {
  en: { one: '{n} product', other: '{n} products' },
  cy: { other: '{n} cynnyrch' },
  de: { one: '{n} Produkt', other: '{n} Produkte' },
  es: { one: '{n} producto', other: '{n} productos' },
  fr: { one: '{n} produit', other: '{n} produits' },
  it: { one: '{n} prodotto', other: '{n} prodotti' },
  nl: { one: '{n} product', other: '{n} producten' },
  pl: { one: '{n} produkt', few: '{n} produkty', other: '{n} produktów' },
  pt: { one: '{n} produto', other: '{n} produtos' },
  ar: { one: 'منتج واحد', two: 'منتجان', few: '{n} منتجات', other: '{n} منتجًا' },
}

interface OnPicture {
  readonly linked: readonly Linked[]
  readonly place: string
  readonly told: string
  readonly see: string
}

/** Names the products of a picture below it, as a number, or as a mark on it. The viewer shows them all. */
export const productsOnPicture = fact({
  id: 'products',
  parts: [
    { name: 'products', label: 'Linked products' },
    { name: 'product', label: 'One linked product' },
    { name: 'marks', label: 'How many there are' },
  ],
  words: { seeIt, counting },
  fields: {
    'products.limit': limit,
    'products.place': choice(
      [
        { value: 'below', label: 'In a line below' },
        { value: 'count', label: 'Only how many', hint: 'They show where the picture is opened' },
        { value: 'marked', label: 'Marked on the picture' },
      ],
      { ...group, part: 'products', label: 'They stand', default: 'below' },
    ),
    'products.button': text(
      { maxLength: 40 },
      { ...group, part: 'product', label: 'Words that lead to one', default: { word: 'seeIt' } },
    ),
  },
  of(item, values, context): OnPicture | undefined {
    const linked = linkedTo(item, values['products.limit'], context)
    return (
      linked && {
        linked,
        place: values['products.place'],
        told: sayCount(counting, linked.length, context.locale),
        see: values['products.button'],
      }
    )
  },
  view: ({ linked, place, told, see }) => (
    <div class="linked">
      {place !== 'below' && (
        <span part="marks" class={place}>
          {told}
        </span>
      )}
      <List linked={linked} isHeldBack={place !== 'below'} see={see} />
    </div>
  ),
  em: (values) =>
    values['products.limit'] === 0 || values['products.place'] === 'marked'
      ? 0
      : values['products.place'] === 'count'
        ? smallEm
        : heightEm,
  styles: (values) => [
    listStyles(values),
    `
    .linked:has(>.marked){position:absolute;inset-block-start:.6em;inset-inline-end:.6em;pointer-events:none}
    [part=marks]{display:block;${type(small)}font-weight:${titleWeight};color:${values['look.accent']}}
    .marked{
      font-size:${small.size * values['look.textSize']}px;line-height:${small.line};padding:.1em .7em;border-radius:1em;background:${values['look.background']};color:${values['look.text']};
    }
    [part=product] i{display:none}`,
  ],
})
