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
import { counted, linesOf, widthEm } from '../letters'
import { faceOf, small } from '../sizes'
import { Choice, choicePart, choosingStyles, chosenPattern } from './choosing'

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
const lineEm = 1.75
/** In em: between a word and its count, and after each of them. */
const gaps = { count: 0.3, after: 0.9 } as const

interface Topic {
  readonly words: string
  readonly count: string
  readonly isIn: (item: Item) => boolean
}
interface Topics {
  readonly label: string
  readonly all: readonly Topic[]
  readonly told: string
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
    const all = topicsIn(items, values['topics.words'])
      .slice(0, values['topics.most'])
      .map(({ count, ...topic }) => ({ ...topic, count: numberInWords(count, 0, locale) }))
    if (all.length === 0) return undefined
    return { label: say(mostOften, locale), all, told: chosenPattern(shown, locale) }
  },
  marks: (item, { all }) => all.flatMap(({ isIn }, at) => (isIn(item) ? [`t${at}`] : [])),
  view: ({ label, all, told }) => (
    <div part="topics" data-choices={told}>
      <span class="topic">{label}</span>{' '}
      {all.map(({ words: topic, count }, at) => (
        <span key={topic} class="topic">
          <Choice mark={`t${at}`}>{topic}</Choice> <span>{count}</span>
        </span>
      ))}
      <span class="chosen" role="status" />
    </div>
  ),
  height({ label, all }, values, widthPx) {
    const em = values['look.textSize']
    const face = faceOf(values, 'body')
    const { spaceEm } = counted(label, face)
    const topicsEm = all.map(
      ({ words: topic, count }) =>
        widthEm(counted(topic, face)) +
        gaps.count +
        spaceEm +
        widthEm(counted(count, face)) * small.size +
        gaps.after,
    )
    const wordsEm = [widthEm(counted(label, face)) + gaps.after, ...topicsEm]
    const line = { words: label, wordsEm, spaced: wordsEm.map(() => true), spaceEm }
    return linesOf(line, widthPx / em) * lineEm * em
  },
  behaviours: (values) => (values['topics.shown'] ? ['choose'] : []),
  styles: (values) => [
    `
    [part=topics]{line-height:${lineEm};color:${values['look.text']}}
    .topic{display:inline-block;max-width:100%;margin-inline-end:${gaps.after}em;overflow-wrap:anywhere}
    .topic>span{margin-inline-start:${gaps.count}em;font-size:${small.size}em;line-height:1;color:${values['look.muted']}}`,
    choosingStyles(values),
  ],
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
