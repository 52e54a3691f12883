/** A rule in words, as the panels say it. */
import type { Node, OrderKey, Rule } from './rules'

export const orderLabels: Readonly<Record<OrderKey, string>> = {
  newest: 'Newest first',
  oldest: 'Oldest first',
  soonest: 'What comes next first',
  name: 'By name',
  stars: 'Best rated first',
  cheapest: 'Cheapest first',
  dearest: 'Dearest first',
  likes: 'Most liked first',
  source: 'As the source has them',
}

/** What is not named yet is left open, as somebody would write it. */
const quoted = (words: readonly string[]) => words.map((word) => `“${word}”`).join(', ') || '…'
const small = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)
const between = (least: number, most: number, unit: string, top: number) =>
  most >= top
    ? `at least ${least}${unit}`
    : least <= 0
      ? `at most ${most}${unit}`
      : `${least} to ${most}${unit}`

export function ruleInWords(rule: Rule): string {
  switch (rule.type) {
    case 'hidden':
      return `Hidden one by one: ${rule.ids.length}`
    case 'doubles':
      return 'The same thing from several sources once'
    case 'order':
      return rule.by.map((key, at) => (at === 0 ? orderLabels[key] : small(orderLabels[key]))).join(', then ')
    case 'pin':
      return `Pinned to the front: ${rule.ids.length}`
    case 'quota':
      return `At most ${rule.count} of each source`
    case 'limit':
      return `At most ${rule.count}`
    default:
      return nodeInWords(rule)
  }
}

function nodeInWords(node: Node): string {
  switch (node.type) {
    case 'any':
      return node.of.length === 0
        ? 'Any of nothing yet: all pass'
        : node.of.map((one, at) => (at === 0 ? nodeInWords(one) : small(nodeInWords(one)))).join(', or ')
    case 'all':
      return node.of.length === 0
        ? 'Nothing asked: all pass'
        : node.of.map((one, at) => (at === 0 ? nodeInWords(one) : small(nodeInWords(one)))).join(', and ')
    case 'not':
      return `Not: ${small(nodeInWords(node.of))}`
    case 'words':
      return `${node.mode === 'only' ? 'Only with' : 'Nothing with'} ${quoted(node.words)}`
    case 'tags':
      return `Tagged ${quoted(node.tags)}`
    case 'authors':
      return `By ${quoted(node.names)}`
    case 'age':
      return `No older than ${node.days} days`
    case 'next':
      return `Within the next ${node.days} days`
    case 'dates':
      return node.from && node.to
        ? `From ${node.from} to ${node.to}`
        : node.from
          ? `From ${node.from} on`
          : node.to
            ? `Until ${node.to}`
            : 'On any day'
    case 'stars':
      return `With ${between(node.least, node.most, ' stars', 5)}`
    case 'price':
      return `Priced ${between(node.least, node.most, '', 1e9)}`
    case 'near':
      return node.of ? `Within ${node.km} km of ${node.of}` : 'Near a place: none chosen yet'
    case 'area':
      return `In ${quoted(node.names)}`
    case 'lists':
      return `From the list ${quoted(node.names)}`
    case 'answer':
      return 'Answers to others'
    case 'shared':
      return 'Passed on from others'
    case 'picture':
      return 'Only with a picture'
    case 'language':
      return `In ${node.languages.join(', ') || '…'}`
  }
}
