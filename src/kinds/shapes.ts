/** Shapes of pictures, width by height, in the steps that stylesheets know: markup carries no sizes of its own. */

const least = 0.5
const most = 3
const step = 0.1

/** The nearest shape that the stylesheet has; square when nobody tells. */
export const shapeStep = (shape: number | undefined): number =>
  Math.round(Math.min(most, Math.max(least, shape ?? 1)) / step) / (1 / step)

const nameOf = (shape: number) => `r${Math.round(shape / step)}`
/** Class of a card whose picture has this shape. */
export const shapeClass = (shape: number | undefined): string => nameOf(shapeStep(shape))

/** Sets `--r` by class. */
export const shapeStyles: string = Array.from({ length: Math.round((most - least) / step) + 1 }, (_one, at) =>
  shapeStep(least + at * step),
)
  .map((shape) => `.${nameOf(shape)}{--r:${shape}}`)
  .join('')
