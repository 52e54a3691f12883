/** Where a program that not every page needs lies, by its name. */

/** Set by the build: a hash over all chunks, so that no page carries a table of their names, however many there are. */
declare const yimbleBuild: string

export const chunkPath = (name: string): string => `c/${name}-${yimbleBuild}.js`
