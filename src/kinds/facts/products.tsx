/** @jsxImportSource preact */
/** Products linked to an item by hand, in one line below it that scrolls where they are too many. */
import type { LinkedProduct } from '../../core/items/item'
import { priceInWords } from '../../core/locale/numbers'
import { number } from '../../core/settings/controls/number'
import { fact } from '../block'
import type { KindContext } from '../contract'
import { small, tint } from '../sizes'
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

function Product({ name, url, picture, price }: Linked) {
  const inside = [
    picture && <img key="picture" src={picture.src} alt="" width="40" height="40" loading="lazy" />,
    <span key="name">{name}</span>,
    price && <b key="price">{price}</b>,
  ]
  return url ? (
    <a part="product" href={url}>
      {inside}
    </a>
  ) : (
    <span part="product">{inside}</span>
  )
}

export const products = fact({
  id: 'products',
  parts: [
    { name: 'products', label: 'Linked products' },
    { name: 'product', label: 'One linked product' },
  ],
  fields: {
    'products.limit': number(
      { min: 0, max: 6, unit: 'on each entry', zero: 'not shown' },
      {
        step: 'arrange',
        group: 'Products',
        part: 'products',
        label: 'Linked products, at most',
        hint: 'They are linked to entries in the sorting table',
        default: 0,
      },
    ),
  },
  of(item, values, context): readonly Linked[] | undefined {
    const linked = (item.mentions ?? []).slice(0, values['products.limit'])
    return linked.length > 0 ? linked.map((product) => productIn(product, context)) : undefined
  },
  view: (linked) => (
    <ul part="products" role="list">
      {linked.map((product) => (
        <li key={product.id}>
          <Product {...product} />
        </li>
      ))}
    </ul>
  ),
  em: (values) => (values['products.limit'] > 0 ? heightEm : 0),
  styles(values) {
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
  },
})
