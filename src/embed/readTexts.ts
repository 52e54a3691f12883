/**
 * For the stage: whether each text of a widget can be read on what is behind it, by what the browser drew. Every text counts, whichever
 * setting its colour comes from; one that stands on a picture cannot be measured, and is told as such.
 */
import { contrast, readableRatio } from '../core/design/contrast'
import type { TextsMeasured } from '../core/stage/messages'

type Page = Window & typeof globalThis
/** Red, green, blue (0–255) and opacity (0–1). */
type Colour = readonly [number, number, number, number]

/** WCAG 2.2, 1.4.3: large text. */
const large = { ratio: 3, px: 24, boldPx: 18.66, weight: 700 } as const
const maxSample = 40
const maxWeak = 30
const white: Colour = [255, 255, 255, 1]

/** A colour in any notation of CSS as the browser paints it. */
function painter(document: Document): (css: string) => Colour {
  const known = new Map<string, Colour>()
  const context = document
    .createElement('canvas')
    .getContext('2d', { willReadFrequently: true }) as CanvasRenderingContext2D
  return (css) => {
    const before = known.get(css)
    if (before) return before
    context.clearRect(0, 0, 1, 1)
    context.fillStyle = css
    context.fillRect(0, 0, 1, 1)
    const [red, green, blue, alpha] = context.getImageData(0, 0, 1, 1).data
    const colour: Colour = [red!, green!, blue!, alpha! / 255]
    known.set(css, colour)
    return colour
  }
}

const over = (top: Colour, below: Colour): Colour => {
  const [, , , alpha] = top
  const mixed = [0, 1, 2].map((at) => Math.round(top[at]! * alpha + below[at]! * (1 - alpha)))
  return [mixed[0]!, mixed[1]!, mixed[2]!, 1]
}
const hexOf = ([red, green, blue]: Colour): string =>
  `#${[red, green, blue].map((one) => one.toString(16).padStart(2, '0')).join('')}`

/** Out of a shadow root it goes on with the element that has it. */
const above = (element: Element): Element | null =>
  element.parentElement ?? (element.getRootNode() as ShadowRoot).host ?? null

function createReader(page: Page, root: ShadowRoot) {
  const { document } = page
  const paint = painter(document)
  const styles = new Map<Element, CSSStyleDeclaration>()
  const styleOf = (element: Element) => {
    const known = styles.get(element)
    if (known) return known
    const style = page.getComputedStyle(element)
    styles.set(element, style)
    return style
  }
  const pictures = [...root.querySelectorAll('img,video,canvas')].map(
    (element) => [element, element.getBoundingClientRect()] as const,
  )
  const isOnPicture = (box: DOMRect, within: Element, without: Element | undefined) =>
    pictures.some(
      ([picture, { left, right, top, bottom }]) =>
        within.contains(picture) &&
        !without?.contains(picture) &&
        (box.left + box.right) / 2 > left &&
        (box.left + box.right) / 2 < right &&
        (box.top + box.bottom) / 2 > top &&
        (box.top + box.bottom) / 2 < bottom,
    )

  /** The colours that can be behind a box: one, or the stops of a gradient. @returns undefined where a picture is behind it */
  function groundsOf(start: Element, box: DOMRect): readonly Colour[] | undefined {
    const layers: (readonly Colour[])[] = []
    let before: Element | undefined
    for (let node: Element | null = start; node; node = above(node)) {
      if (isOnPicture(box, node, before)) return undefined
      const { backgroundColor, backgroundImage } = styleOf(node)
      if (backgroundImage !== 'none' && !isLine(styleOf(node), box)) {
        const stops = backgroundImage.includes('url(') ? [] : coloursIn(backgroundImage).map(paint)
        if (stops.length === 0) return undefined
        layers.push(stops)
        if (stops.every(([, , , alpha]) => alpha === 1)) break
      }
      const colour = paint(backgroundColor)
      if (colour[3] > 0) layers.push([colour])
      if (colour[3] === 1) break
      before = node
    }
    return layers.reduceRight<readonly Colour[]>(
      (below, layer) => below.flatMap((one) => layer.map((colour) => over(colour, one))),
      [white],
    )
  }

  function opacityOf(start: Element): number {
    let opacity = 1
    for (let node: Element | null = start; node; node = above(node)) opacity *= Number(styleOf(node).opacity)
    return opacity
  }
  return { paint, styleOf, groundsOf, opacityOf }
}

/** A background that is drawn as a line beside the text is not behind it. */
function isLine({ backgroundRepeat, backgroundSize }: CSSStyleDeclaration, { height }: DOMRect): boolean {
  const sizes = [...backgroundSize.matchAll(/([\d.]+)px/g)].map(([, px]) => Number(px))
  return backgroundRepeat === 'no-repeat' && sizes.some((px) => px < height / 2)
}

/** Colours within a gradient, each as a function or a name that the browser computed. */
const coloursIn = (image: string): string[] =>
  image.match(/(?:rgba?|hsla?|color|oklch|oklab|lab|lch)\([^()]*\)/g) ?? []

/** @param host - the widget's own element */
export function readTexts(page: Page, root: ShadowRoot, host: Element): TextsMeasured {
  const { paint, styleOf, groundsOf, opacityOf } = createReader(page, root)
  const weak = new Map<string, TextsMeasured['weak'][number]>()
  const colours = new Set<string>()
  let count = 0
  let onPictures = 0
  const read = (element: Element, text: string, css: string) => {
    const box = element.getBoundingClientRect()
    // Words for screen readers only are clipped to a point.
    if (box.width <= 1 || box.height <= 1 || !element.checkVisibility({ visibilityProperty: true })) return
    if (element.closest(':disabled,[aria-disabled=true]')) return
    count += 1
    const colour = paint(css)
    colours.add(hexOf(colour))
    const grounds = groundsOf(element, box)
    if (!grounds) return void (onPictures += 1)
    const { fontSize, fontWeight } = styleOf(element)
    const size = Number.parseFloat(fontSize)
    const isLarge = size >= large.px || (size >= large.boldPx && Number(fontWeight) >= large.weight)
    const needed = isLarge ? large.ratio : readableRatio
    const drawn: Colour = [colour[0], colour[1], colour[2], colour[3] * opacityOf(element)]
    for (const ground of grounds) {
      const ratio = contrast(hexOf(over(drawn, ground)), hexOf(ground)) ?? 21
      if (ratio >= needed) continue
      const part = element.closest('[part]')?.getAttribute('part') ?? 'widget'
      const key = `${part} ${hexOf(colour)} ${hexOf(ground)}`
      const known = weak.get(key)
      if ((!known && weak.size >= maxWeak) || (known && known.ratio <= ratio)) continue
      weak.set(key, {
        part,
        colour: hexOf(colour),
        ground: hexOf(ground),
        ratio,
        needed,
        sample: text.slice(0, maxSample),
      })
    }
  }
  const walker = page.document.createTreeWalker(root, page.NodeFilter.SHOW_TEXT)
  const seen = new Set<Element>()
  while (walker.nextNode()) {
    const text = walker.currentNode.textContent?.trim()
    const element = walker.currentNode.parentElement
    if (!text || !element || seen.has(element) || element.closest('style,script,noscript,template,option'))
      continue
    seen.add(element)
    read(element, text, styleOf(element).color)
  }
  for (const field of root.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input,textarea,select')) {
    if (field.matches('[type=checkbox],[type=radio],[type=hidden],[type=file],[type=range]')) continue
    const isEmpty = !field.value && 'placeholder' in field && field.placeholder !== ''
    const text = isEmpty ? (field as HTMLInputElement).placeholder : field.value
    const css = isEmpty ? page.getComputedStyle(field, '::placeholder').color : styleOf(field).color
    if (text) read(field, text, css)
  }
  const behind = groundsOf(host, host.getBoundingClientRect())
  return {
    count,
    onPictures,
    weak: [...weak.values()],
    colours: [...colours],
    ground: behind ? hexOf(behind[0]!) : null,
  }
}
