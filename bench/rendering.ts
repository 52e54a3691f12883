/** Markup of 500 items: ours (preact) against React's static renderer of the same view file, and against plain templates. */
import { mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { transform } from 'esbuild'
import { renderToString } from 'preact-render-to-string'
import { createElement, type FunctionComponent } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { plainBrand } from '@/core/design/brand'
import { feedFields, type FeedValues } from '@/core/kinds/feed/fields'
import { feedModel, type FeedModel } from '@/core/kinds/feed/model'
import { FeedView } from '@/core/kinds/feed/view'
import { defaultsOf, resolveSettings } from '@/core/settings/settings'
import { manyItems } from './items'
import { inTurns, line, type Line } from './measure'

const folder = path.resolve(import.meta.dirname, '..')

/** The very same file, compiled for React. */
async function viewForReact(): Promise<FunctionComponent<FeedModel>> {
  const source = await readFile(path.join(folder, 'src/core/kinds/feed/view.tsx'), 'utf8')
  const { code } = await transform(source.replace('@jsxImportSource preact', ''), {
    loader: 'tsx',
    jsx: 'automatic',
    jsxImportSource: 'react',
    format: 'esm',
  })
  const file = path.join(folder, '.build/view-for-react.mjs')
  await mkdir(path.dirname(file), { recursive: true })
  await writeFile(file, code)
  return ((await import(file)) as { FeedView: FunctionComponent<FeedModel> }).FeedView
}

const escape = (text: string) =>
  text.replace(/[&<>"]/g, (letter) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter]!)
const template = (model: FeedModel) =>
  `<div part="widget"><ul class="cards" part="list" role="list" data-chunks="true">${model.entries.map((entry) => `<li part="card" data-key="${escape(entry.id)}"><div part="picture"><img src="${escape(entry.picture!.src)}" srcset="${escape(entry.picture!.srcset)}" sizes="auto, (max-width: 480px) 100vw, 420px" alt="${escape(entry.picture!.alt)}" loading="lazy"/></div><div part="words"><h2 part="title"><a href="${escape(entry.url!)}">${escape(entry.title)}</a></h2><p part="meta"><time datetime="${entry.date!.iso}">${escape(entry.date!.words)}</time></p><p part="summary">${escape(entry.summary!)}</p><p part="more" aria-hidden="true">${escape(model.linkLabel)}</p></div></li>`).join('')}</ul></div>`

/** Where two renderers may write the same thing in two ways. */
const alike = (html: string) =>
  html
    .replace(/\s*\/>/g, '>')
    .replace(/&gt;/g, '>')
    .replace(/&#x27;/g, "'")
    .toLowerCase()

export async function rendering(): Promise<Line[]> {
  const ReactView = await viewForReact()
  const values = resolveSettings(
    { ...defaultsOf(feedFields), layout: 'cards', 'rules.limit': 200 },
    plainBrand,
  ) as unknown as FeedValues
  const model = feedModel(manyItems(500), values, {
    now: 0,
    locale: 'en',
    offsetAt: () => 0,
    assets: 'https://d.example',
  })
  const ours = () => renderToString(FeedView(model))
  const react = () => renderToStaticMarkup(createElement(ReactView, model))
  const plain = () => template(model)
  for (const other of [react, plain])
    if (alike(other()) !== alike(ours()))
      throw new Error(`the renderers do not show the same: ${firstDifference(alike(ours()), alike(other()))}`)
  const times = inTurns({ ours: () => void ours(), react: () => void react(), plain: () => void plain() }, 40)
  return [
    line('render of 500 items: React’s time over ours', times.react / times.ours, 'times', ['>=', 1.3]),
    line('render of 500 items: ours over plain templates', times.ours / times.plain, 'times', ['<=', 3.5]),
  ]
}

function firstDifference(a: string, b: string): string {
  const at = [...a].findIndex((letter, index) => letter !== b[index])
  return `${a.slice(at - 40, at + 60)} / ${b.slice(at - 40, at + 60)}`
}
