/** htmlparser2 with a bound on how deep elements may nest: its time grows with the square of that, and pages can be made to nest without end. */
import { Parser, type Handler, type ParserOptions } from 'htmlparser2'

/** Pages that were written, not made to hurt, stay far below. */
const usualDepth = 2_000

class TooDeep extends Error {}

/** @returns false when it nests too deep: then what comes after is not read, and nothing that is open was closed */
export function parseMarkup(
  text: string,
  handler: Partial<Handler>,
  options: ParserOptions = {},
  deepest: number = usualDepth,
): boolean {
  let depth = 0
  const bounded: Partial<Handler> = {
    ...handler,
    onopentag(name, attributes, isImplied) {
      depth += 1
      if (depth > deepest) throw new TooDeep()
      handler.onopentag?.(name, attributes, isImplied)
    },
    onclosetag(name, isImplied) {
      depth -= 1
      handler.onclosetag?.(name, isImplied)
    },
  }
  try {
    new Parser(bounded, options).end(text)
    return true
  } catch (error) {
    if (error instanceof TooDeep) return false
    throw error
  }
}
