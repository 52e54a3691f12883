/** What tests of visitors share: expressions that look into the page's widget, and the pace at which people do things. */

/** The widget's shadow root, in the page. */
export const root = `document.querySelector('[data-yimble]').shadowRoot`
/** That its program runs. */
export const alive = `${root}?.querySelector('[data-island]')?.dataset.alive !== undefined`
/** The words of a part of it. */
export const said = (part: string) => `${root}.querySelector('[part=${part}]')?.textContent ?? ''`

/** Nobody reads and fills in a form in less; what is faster is kept as junk. */
export const asPeopleDo = () => new Promise((done) => setTimeout(done, 1_600))
