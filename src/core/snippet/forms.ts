/** The forms that a snippet can have, what each is good for, and which of them a platform lets through. */
import { escapeUTF8 } from 'entities'
import { frameHeight, type HeightAt } from './frame'
import type { Platform } from './platforms'

export const snippetForms = ['element', 'div', 'bare', 'words', 'frame', 'link'] as const
export type SnippetForm = (typeof snippetForms)[number]

export const formLabels: Readonly<Record<SnippetForm, { readonly label: string; readonly hint: string }>> = {
  element: { label: 'Script', hint: 'Grows with what is in it' },
  div: { label: 'Script, plain element', hint: 'Where unknown elements are dropped' },
  bare: { label: 'Script, without styles', hint: 'Where a policy refuses styles within the page' },
  words: {
    label: 'Words of the page',
    hint: 'A link that opens it; without script it leads to a page of its own',
  },
  frame: {
    label: 'Frame',
    hint: 'Where scripts are dropped; has one height, and scrolls inside where it needs more',
  },
  link: { label: 'Link', hint: 'To a page of its own; works everywhere' },
}

export interface SnippetFacts {
  readonly ref: string
  /** Origin of delivery. */
  readonly delivery: string
  /** The widget's title for visitors: the frame's title and the link's words. */
  readonly title: string
  /** Height in px that the widget takes at viewport widths; one at least. Measured on the stage, or guessed for a usual page. */
  readonly heights: readonly HeightAt[]
  /** Height of its frame in px, where somebody chose one. */
  readonly frameHeight?: number | null
  /** It opens over the page: then it takes no room in it. */
  readonly isOver?: boolean
  /** Words in the address of its own page, where it has some. */
  readonly address?: string | null
}

export function snippetOf(form: SnippetForm, facts: SnippetFacts): string {
  const { ref, delivery } = facts
  const ownPage = `${delivery}/h/${facts.address ?? ref}`
  const script = `<script async src="${delivery}/embed.js"></script>`
  const height = minHeight(facts.heights)
  // Where scripts are switched off; shown by the browser alone, so that nothing flashes up elsewhere.
  const without = `<noscript><a href="${ownPage}">${escapeUTF8(facts.title)}</a></noscript>`
  if (facts.isOver && form === 'element')
    return `<yimble-widget data-yimble="${ref}">${without}</yimble-widget>\n${script}`
  if (facts.isOver && (form === 'div' || form === 'bare'))
    return `<div data-yimble="${ref}">${without}</div>\n${script}`
  switch (form) {
    case 'element':
      return `<yimble-widget data-yimble="${ref}" style="display:block;min-height:${height}">${without}</yimble-widget>\n${script}`
    case 'div':
      return `<div data-yimble="${ref}" style="min-height:${height}">${without}</div>\n${script}`
    case 'bare':
      return `<div data-yimble="${ref}">${spacer(facts)}${without}</div>\n${script}`
    case 'words':
      return `<a href="${ownPage}" data-yimble-open="${ref}">${escapeUTF8(facts.title)}</a>\n${script}`
    case 'frame':
      return `<iframe src="${delivery}/f/${ref}" title="${escapeUTF8(facts.title)}" width="100%" height="${frameHeight(facts.heights, facts.frameHeight)}" frameborder="0" loading="lazy"></iframe>`
    case 'link':
      return `<a href="${ownPage}">${escapeUTF8(facts.title)}</a>`
  }
}

type Heights = SnippetFacts['heights']

/**
 * Keeps the height without any style: a picture of one point whose attributes say how high it is at each viewport. The
 * embed takes the height over from there. `align` keeps the line that it stands in from adding to it.
 */
function spacer({ delivery, heights }: SnippetFacts): string {
  const sorted = [...heights].sort((a, b) => a.viewport - b.viewport)
  const source = `${delivery}/point.gif`
  const steps = sorted.slice(0, -1).map(({ viewport, height }, at) => {
    const edge = Math.round((viewport + sorted[at + 1]!.viewport) / 2)
    return `<source media="(max-width:${edge}px)" srcset="${source}" width="1" height="${height}">`
  })
  return `<picture>${steps.join('')}<img src="${source}" alt="" width="1" height="${sorted.at(-1)?.height ?? 1}" align="top"></picture>`
}

/**
 * A CSS length that reserves the right height at each viewport: a step between each two of them, made of `clamp`, since an
 * inline style can hold no media query.
 */
export function minHeight(heights: Heights): string {
  const sorted = [...heights].sort((a, b) => a.viewport - b.viewport)
  const base = sorted[0]?.height ?? 0
  const jumps = sorted.slice(1).flatMap(({ viewport, height }, at) => {
    const before = sorted[at]!
    const difference = height - before.height
    const edge = Math.round((viewport + before.viewport) / 2)
    return difference === 0
      ? []
      : [` ${difference > 0 ? '+' : '-'} clamp(0px,(100vw - ${edge}px)*9999,${Math.abs(difference)}px)`]
  })
  return jumps.length === 0 ? `${base}px` : `calc(${base}px${jumps.join('')})`
}

/** Whether a form gets through, and in plain words what happens to it where it does not. */
export function throughOn(
  form: SnippetForm,
  platform: Platform,
): { readonly through: boolean; readonly why: string } {
  if (form === 'link') return { through: true, why: 'A link gets through everywhere.' }
  if (form === 'frame')
    return platform.frames
      ? {
          through: true,
          why: platform.strictPolicy ? 'Gets through once the policy lists delivery.' : 'Frames get through.',
        }
      : { through: false, why: 'Frames are dropped here.' }
  if (form === 'words' && !platform.scripts)
    return { through: true, why: 'Scripts are dropped here: the link leads to a page of its own.' }
  if (!platform.scripts) return { through: false, why: 'Scripts are dropped here: nothing would show.' }
  if (form === 'element' && !platform.customElements)
    return { through: false, why: 'Elements with unknown names are dropped here.' }
  if (form !== 'bare' && form !== 'words' && platform.strictPolicy && !platform.inlineStyles)
    return { through: false, why: 'The policy here refuses the height that this form brings as a style.' }
  return {
    through: true,
    why: platform.strictPolicy ? 'Gets through once the policy lists delivery.' : 'Scripts get through.',
  }
}

/** Forms that a widget can have: words of the page open only what opens over it. */
export const formsFor = (isOver: boolean): readonly SnippetForm[] =>
  snippetForms.filter((form) => isOver || form !== 'words')

/** The best form that gets through. */
export const bestForm = (platform: Platform): SnippetForm =>
  snippetForms.find((form) => form !== 'words' && throughOn(form, platform).through) ?? 'link'

/**
 * The directives that a strict page's policy needs, one a line.
 * @param hosts - origins beside delivery's that the widget loads pictures and frames from
 */
export const policyLines = (
  delivery: string,
  hosts: { readonly [K in 'images' | 'frames' | 'media']?: readonly string[] } = {},
): string[] => {
  const line = (name: string, origins: readonly string[] = []) =>
    `${name} ${[...new Set([delivery, ...origins])].join(' ')};`
  return [
    ...['script-src', 'connect-src', 'font-src'].map((name) => line(name)),
    line('img-src', hosts.images),
    line('frame-src', hosts.frames),
    ...(hosts.media?.length ? [line('media-src', hosts.media)] : []),
  ]
}
