/** @jsxImportSource preact */
/** What the entries are most often about, with how many of them; each leads to those. */
import { numberInWords } from '../../core/locale/numbers'
import { say, type Phrase } from '../../core/locale/phrase'
import type { Item } from '../../core/items/item'
import { wordFinder } from '../../core/rules/words'
import { number } from '../../core/settings/controls/number'
import { toggle } from '../../core/settings/controls/toggle'
import { words } from '../../core/settings/controls/words'
import { strip } from '../block'
import {
  choiceLineHeight,
  choiceLineStyles,
  choiceLineView,
  choicePart,
  chosenPattern,
  type ChoiceLine,
} from './choosing'

const group = { step: 'arrange', group: 'Most often about', part: 'topics' } as const
const whileShown = { path: 'topics.shown', is: [true] } as const

const mostOften: Phrase = {
  en: 'Most often about',
  cy: 'Sonnir amlaf am',
  de: 'Am häufigsten:',
  es: 'Lo más mencionado:',
  fr: 'Le plus souvent\u00a0:',
  it: 'Più spesso:',
  nl: 'Het vaakst:',
  pl: 'Najczęściej:',
  pt: 'Mais falado:',
  ar: 'الأكثر ذكرًا:',
}
interface Topics extends ChoiceLine {
  readonly isIn: readonly ((item: Item) => boolean)[]
}

export const topics = strip({
  id: 'topics',
  parts: [{ name: 'topics', label: 'What entries are most often about' }, choicePart],
  words: { mostOften },
  fields: {
    'topics.shown': toggle({
      ...group,
      label: 'What entries are most often about',
      hint: 'With how many; visitors choose those with a click. Not in a row to move along',
      default: false,
    }),
    'topics.words': words({
      ...group,
      label: 'Words or phrases to count',
      hint: 'Without any, the tags of the entries are counted',
      placeholder: 'A word or phrase',
      default: [],
      shownWhen: whileShown,
    }),
    'topics.most': number(
      { min: 1, max: 12, unit: 'at most' },
      { ...group, label: 'Number', default: 5, shownWhen: whileShown },
    ),
  },
  of(items, values, { locale, shown }): Topics | undefined {
    if (!values['topics.shown'] || shown === 0) return undefined
    const all = topicsIn(items, values['topics.words']).slice(0, values['topics.most'])
    if (all.length === 0) return undefined
    return {
      label: say(mostOften, locale),
      all: all.map(({ words: topic, count }, at) => ({
        mark: `t${at}`,
        words: topic,
        count: numberInWords(count, 0, locale),
      })),
      told: chosenPattern(shown, locale),
      isIn: all.map(({ isIn }) => isIn),
    }
  },
  marks: (item, { isIn }) => isIn.flatMap((test, at) => (test(item) ? [`t${at}`] : [])),
  view: (line) => choiceLineView('topics', line),
  height: (line, values, widthPx) => choiceLineHeight(line, values, widthPx),
  behaviours: (values) => (values['topics.shown'] ? ['choose'] : []),
  styles: choiceLineStyles,
})

/** What is counted, most frequent first; what no entry is about is left out. */
function topicsIn(items: readonly Item[], phrases: readonly string[]) {
  const named = phrases.map((words) => ({ words, isIn: wordFinder([words]) }))
  const all = named.length > 0 ? named : tagsOf(items)
  return all
    .map((topic) => ({ ...topic, count: items.filter(topic.isIn).length }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count)
}

/** Tags that differ in letter case only are one, written as it is first met. */
function tagsOf(items: readonly Item[]) {
  const tags = new Map<string, string>()
  for (const { keywords } of items)
    for (const tag of keywords) if (!tags.has(tag.toLowerCase())) tags.set(tag.toLowerCase(), tag)
  return [...tags].map(([folded, words]) => ({
    words,
    isIn: ({ keywords }: Item) => keywords.some((one) => one.toLowerCase() === folded),
  }))
}
