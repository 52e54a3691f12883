/** A frame of another side may do all of this. It may not reach into the page around it. */
export const sandbox =
  'allow-scripts allow-forms allow-popups allow-popups-to-escape-sandbox allow-presentation'
/** Its own cookies and storage, too; only where it is not of the page's own site, which could take its sandbox away. */
export const sandboxElsewhere = `${sandbox} allow-same-origin`
