/** Steps between versions of a feed's settings. */
import type { Leaf, Settings } from '../../core/settings/field'
import type { Migration } from '../contract'

/** What the kind said in English until then, and the words that say it by language. */
const said: Readonly<Record<string, readonly [english: string, word: string]>> = {
  'link.label': ['Read on', 'readOn'],
  'empty.text': ['Nothing new at the moment.', 'nothingNew'],
}

export const toWords: Migration = {
  to: 2,
  name: 'entries keep their boxes, and what the kind said in English is said in the client’s language',
  run(settings: Settings): Settings {
    const change = (path: string, leaf: Leaf): Leaf =>
      said[path]?.[0] === leaf ? { word: said[path]![1] } : leaf
    const leaves = Object.entries(settings).map(([path, leaf]) => [path, change(path, leaf)] as const)
    return { 'look.frame': 'box', ...Object.fromEntries(leaves) }
  },
}
