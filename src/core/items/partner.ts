/** The mark by which a publisher knows who has sent somebody: a parameter of its addresses, such as `from=old-quay`. */
import type { Item } from './item'

/** Name and value of the mark, as they stand in an address. */
export const markPattern = /^[A-Za-z][\w.-]{0,39}=[\w.~-]{1,80}$/

/** @returns the address with the mark, in place of one that it has already; what is no address stays as it is */
export function marked(address: string, mark: string): string {
  if (!URL.canParse(address)) return address
  const url = new URL(address)
  const [name = '', value = ''] = mark.split('=')
  url.searchParams.set(name, value)
  return url.href
}

export const isMarked = (address: string, mark: string): boolean => {
  const [name = '', value] = mark.split('=')
  return URL.canParse(address) && new URL(address).searchParams.get(name) === value
}

/**
 * Items as visitors leave by them. Doubles are known by their addresses, so that marks come after they are merged.
 */
export const withMarks = (items: readonly Item[]): readonly Item[] =>
  items.some(({ partner }) => partner)
    ? items.map((item) =>
        item.partner && item.url ? { ...item, url: marked(item.url, item.partner) } : item,
      )
    : items
