/** What the palette offers: what was found, and what can be done with the first of it. */
import type { FoundShape } from '@/core/api/shapes'

export interface PaletteEntry {
  readonly group: 'Clients' | 'Widgets' | 'Sources' | 'To do'
  readonly label: string
  readonly hint?: string
  readonly href: string
}

/** So many clients and widgets bring along what can be done with them. */
const offered = 2

const everywhere: readonly PaletteEntry[] = [
  { group: 'To do', label: 'See all clients', href: '/' },
  { group: 'To do', label: 'Inbox: what visitors sent', href: '/inbox' },
  { group: 'To do', label: 'A person’s data: find, hand over, delete', href: '/inbox/person' },
  { group: 'To do', label: 'Your account, browsers and tokens', href: '/account' },
]
const actions: readonly {
  readonly type: FoundShape['type']
  readonly label: string
  readonly href: (id: string) => string
}[] = [
  { type: 'client', label: 'New widget', href: (id) => `/clients/${id}/new` },
  { type: 'client', label: 'Brand', href: (id) => `/clients/${id}/brand` },
  { type: 'widget', label: 'Sort its items in the table', href: (id) => `/widgets/${id}/table` },
  { type: 'widget', label: 'Preview', href: (id) => `/widgets/${id}/preview` },
]

const wordsOf = (text: string) => text.toLowerCase().split(/\s+/).filter(Boolean)
/** Little words stand in names as well. */
const actionWords = new Set(
  actions.flatMap(({ label }) => wordsOf(label).filter((word) => word.length > 3 || word === 'new')),
)

/** `brand bakery` asks for something to do with what is found by `bakery`. */
export const nameWords = (written: string): string =>
  wordsOf(written)
    .filter((word) => !actionWords.has(word))
    .join(' ')

/**
 * @param found - by all words
 * @param named - by the words of names alone
 */
export function entriesFor(
  found: readonly FoundShape[],
  named: readonly FoundShape[],
  written: string,
): readonly PaletteEntry[] {
  const of = (type: FoundShape['type'], list = found) => list.filter((one) => one.type === type)
  const words = wordsOf(written)
  const asked = words.filter((word) => actionWords.has(word))
  return [
    ...of('client').map(({ id, name }): PaletteEntry => ({
      group: 'Clients',
      label: name,
      href: `/clients/${id}`,
    })),
    ...of('widget').map(({ id, name, client }): PaletteEntry => ({
      group: 'Widgets',
      label: name,
      hint: client,
      href: `/widgets/${id}`,
    })),
    ...of('source').map(({ id, name, client }): PaletteEntry => ({
      group: 'Sources',
      label: name,
      hint: client,
      href: `/sources/${id}`,
    })),
    ...(words.length === 0 ? [] : actions)
      .filter(({ label }) => asked.every((word) => wordsOf(label).includes(word)))
      .flatMap(({ type, label, href }) =>
        of(type, named)
          .slice(0, offered)
          .map(({ id, name }): PaletteEntry => ({ group: 'To do', label, hint: name, href: href(id) })),
      ),
    ...everywhere.filter(({ label }) => words.every((word) => label.toLowerCase().includes(word))),
  ]
}
