/** Tells a text from a file of another kind that only carries a text's name. */

const looked = 8_192
const mostStrange = 0.02

/** @param text - decoded; what was no letter shows as control or replacement characters */
export function isText(text: string): boolean {
  const head = text.slice(0, looked)
  const strange = head.match(/[\u0000-\u0008\u000E-\u001A\u001C-\u001F\uFFFD]/g)?.length ?? 0
  return head.length > 0 && strange <= head.length * mostStrange && !head.startsWith('PK\u0003\u0004')
}
