/** Keeps the page behind what is open over it from scrolling, without moving it. */

/** How many hold it: the next one opens before the browser has told that the last one is closed. */
let holders = 0
let free = () => {}

/** @returns its undo */
export function lockPage(document: Document): () => void {
  holders += 1
  if (holders === 1) free = lock(document)
  return () => {
    holders -= 1
    if (holders === 0) free()
  }
}

function lock(document: Document): () => void {
  const view = document.defaultView as Window & typeof globalThis
  // Where the scroll bar takes room, that room stays free: else everything would move by its width.
  const hasBar = view.innerWidth > document.documentElement.clientWidth
  const sheet = new view.CSSStyleSheet()
  const gutter = hasBar ? 'scrollbar-gutter:stable!important' : ''
  sheet.replaceSync(`:root:root{overflow:hidden!important;${gutter}}`)
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
  return () => {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet)
  }
}
