/** Markup of 500 items: ours (preact) against React's static renderer of the same view, and against plain templates. */
import { createElement, type ReactNode } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { renderToString } from 'preact-render-to-string'
import type { VNode } from 'preact'
import { feedFields, type FeedValues } from '@/core/kinds/feed/fields'
import { feedModel, type FeedModel } from '@/core/kinds/feed/model'
import { FeedView } from '@/core/kinds/feed/view'
import { plainBrand } from '@/core/design/brand'
import { defaultsOf, resolveSettings } from '@/core/settings/settings'
import { manyItems } from './items'
import { inTurns, line, type Line } from './measure'

/** The very same tree as React elements: attribute names are the only thing that differs. */
function toReact(node: unknown): ReactNode {
  if (node === null || node === undefined || typeof node === 'boolean') return null
  if (typeof node !== 'object') return String(node)
  if (Array.isArray(node)) return node.map(toReact)
  const { type, props, key } = node as VNode<Record<string, unknown>>
  if (typeof type === 'function') return createElement(() => toReact((type as (given: unknown) => unknown)(props)), { key })
  const { children, class: className, srcset, tabIndex, ...rest } = props
  return createElement(type as string, { ...rest, key, className, srcSet: srcset, tabIndex } as never, toReact(children))
}

const escape = (text: string) => text.replace(/[&<>"]/g, (letter) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter]!)
const template = (model: FeedModel) => `<div class="feed" part="widget"><ul class="list cards" part="list" role="list" data-chunks="true">${model.entries.map((entry) => `<li class="card" part="card" data-key="${escape(entry.id)}"><div class="picture" part="picture"><img src="${escape(entry.picture!.src)}" srcset="${escape(entry.picture!.srcset)}" sizes="auto, (max-width: 480px) 100vw, 420px" alt="${escape(entry.picture!.alt)}" loading="lazy" decoding="async"></div><div class="words"><h2 class="title" part="title"><a href="${escape(entry.url!)}">${escape(entry.title)}</a></h2><p class="meta" part="meta"><time datetime="${entry.date!.iso}">${escape(entry.date!.words)}</time></p><p class="summary" part="summary">${escape(entry.summary!)}</p><p class="more"><a part="more" href="${escape(entry.url!)}" tabindex="-1" aria-hidden="true">${escape(model.linkLabel)}</a></p></div></li>`).join('')}</ul></div>`

export function rendering(): Line[] {
  const values = resolveSettings({ ...defaultsOf(feedFields), layout: 'cards', 'rules.limit': 200 }, plainBrand) as unknown as FeedValues
  const model = feedModel(manyItems(500), values, { now: 0, locale: 'en', offsetAt: () => 0, assets: 'https://d.example' })
  const ReactView = () => toReact(FeedView(model) as never) as never
  const same = (html: string) => html.replace(/\s(srcset|srcSet)=/g, ' srcset=').replace(/\/>/g, '>').replace(/&#x27;/g, "'").length
  const sizes = [renderToString(FeedView(model)), renderToStaticMarkup(createElement(ReactView))].map(same)
  if (Math.abs(sizes[0]! - sizes[1]!) / sizes[0]! > 0.02) throw new Error(`the two renderers do not show the same: ${sizes.join(' and ')} letters`)
  // The conversion is not React's work: it is done before the clock starts.
  const element = createElement('div', {}, flatten(FeedView(model)))
  const { ours, react, plain } = inTurns({ ours: () => void renderToString(FeedView(model)), react: () => void renderToStaticMarkup(element), plain: () => void template(model) }, 40)
  return [line('render of 500 items: React’s time over ours', react / ours, 'times', ['>=', 1.3]), line('render of 500 items: ours over plain templates', ours / plain, 'times', ['<=', 3.5])]
}

/** All function components called already, so that only elements are left. */
function flatten(node: unknown): ReactNode {
  if (node === null || node === undefined || typeof node === 'boolean') return null
  if (typeof node !== 'object') return String(node)
  if (Array.isArray(node)) return node.map((one, at) => createElement('span', { key: at }, flatten(one))).map((wrapped) => (wrapped.props as { children: ReactNode }).children)
  const { type, props } = node as VNode<Record<string, unknown>>
  if (typeof type === 'function') return flatten((type as (given: unknown) => unknown)(props))
  const { children, class: className, srcset, ...rest } = props
  return createElement(type as string, { ...rest, className, srcSet: srcset } as never, ...[flatten(children)].flat())
}
