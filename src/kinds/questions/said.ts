/** Words that a form says by itself wherever it is drawn, in the client's language. */
import { say } from '../../core/locale/phrase'
import type { Said } from './form'
import { islandWords } from './words'

export const saidIn = (locale: string): Said => ({
  optional: say(islandWords.optional, locale),
  choose: say(islandWords.choose, locale),
  nOfM: say(islandWords.nOfM, locale),
  addFiles: say(islandWords.addFiles, locale),
  fileLimits: say(islandWords.fileLimits, locale),
  remove: say(islandWords.remove, locale),
  fileComing: say(islandWords.fileComing, locale),
  tryAgain: say(islandWords.tryAgain, locale),
  showSee: say(islandWords.showSee, locale),
  change: say(islandWords.change, locale),
})
