/** What tests of visitors share: expressions that look into the page's widget, and the pace at which people do things. */

/** The shadow root of the page's widget number `at`. */
export const rootOf = (at = 0) => `document.querySelectorAll('[data-yimble]')[${at}].shadowRoot`
export const root = rootOf()
/** That its program runs. */
export const alive = `${root}?.querySelector('[data-island]')?.dataset.alive !== undefined`
/** The words of a part of it. */
export const said = (part: string) => `${root}.querySelector('[part=${part}]')?.textContent ?? ''`
/** Writes into a field of it, as if typed. */
export const typed = (name: string, value: string) =>
  `((field) => { field.value = ${JSON.stringify(value)}; field.dispatchEvent(new Event('input', { bubbles: true })) })(${root}.querySelector('[name=${name}]'))`

/** Nobody reads and fills in a form in less; what is faster is kept as junk. */
export const asPeopleDo = () => new Promise((done) => setTimeout(done, 1_600))
