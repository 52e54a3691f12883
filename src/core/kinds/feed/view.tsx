/** @jsxImportSource preact */
/** Markup of a feed widget. Text goes in as text; the only attributes with outside values are addresses and captions. */
import type { EntryProduct, FeedEntry, FeedModel, Stars } from './model'

const layoutClass = { list: 'rows', cards: 'cards', column: 'column' } as const

export function FeedView(model: FeedModel) {
  const Heading = `h${model.headingLevel}` as 'h2'
  const Title = `h${model.heading ? model.headingLevel + 1 : model.headingLevel}` as 'h3'
  return (
    <div part="widget">
      {model.heading && <Heading part="heading">{model.heading}</Heading>}
      {model.average && (
        <p part="average">
          <StarRow stars={model.average} />
          <b>{model.average.value}</b>
          <span>{model.average.of}</span>
        </p>
      )}
      {model.entries.length === 0 ? (
        <p part="empty">{model.emptyText}</p>
      ) : (
        <ul class={layoutClass[model.layout]} part="list" role="list" data-chunks>
          {model.entries.map((entry) => (
            <Entry key={entry.id} entry={entry} model={model} Title={Title} />
          ))}
        </ul>
      )}
    </div>
  )
}

function Entry({ entry, model, Title }: { entry: FeedEntry; model: FeedModel; Title: 'h3' }) {
  const meta = [
    entry.date && (
      <time key="date" datetime={entry.date.iso} {...(model.ago ? { 'data-ago': '' } : {})}>
        {entry.date.words}
      </time>
    ),
    entry.author && <span key="author">{entry.author}</span>,
    entry.source && <span key="source">{entry.source}</span>,
    entry.price && <b key="price">{entry.price}</b>,
  ].filter(Boolean)
  return (
    <li part="card" data-key={entry.id} lang={entry.language}>
      {entry.picture && (
        <div part="picture">
          <img
            src={entry.picture.src}
            srcset={entry.picture.srcset}
            sizes="auto, (max-width: 480px) 100vw, 420px"
            alt={entry.picture.alt}
            loading="lazy"
          />
        </div>
      )}
      <div part="words">
        <Title part="title">{entry.url ? <a href={entry.url}>{entry.title}</a> : entry.title}</Title>
        {entry.stars && (
          <p class="rating">
            <StarRow stars={entry.stars} />
          </p>
        )}
        {meta.length > 0 && <p part="meta">{meta}</p>}
        {entry.summary && <p part="summary">{entry.summary}</p>}
        {entry.products.length > 0 && (
          <ul part="products" role="list">
            {entry.products.map((product) => (
              <li key={product.id}>
                <Product product={product} />
              </li>
            ))}
          </ul>
        )}
        {model.linkLabel && entry.url && (
          // The title's link reaches over the whole entry: one stop for the keyboard, and no “read on” without what is to be read.
          <p part="more" aria-hidden="true">
            {model.linkLabel}
          </p>
        )}
      </div>
    </li>
  )
}

/** Filled from the start by a class of its own: strict pages block style attributes. */
const StarRow = ({ stars }: { stars: Stars }) => (
  <span part="stars" class={`h${stars.half}`} role="img" aria-label={stars.words}>
    ★★★★★
  </span>
)

function Product({ product: { name, url, picture, price } }: { product: EntryProduct }) {
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
