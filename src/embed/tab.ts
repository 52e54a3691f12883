/** What a widget keeps in the tab, gone with it: words typed, what is not sent yet. */

const keyOf = (ref: string, name: string) => `yimble:${ref}:${name}`

/** Frames without storage remember as long as the page lives. */
export function tabStore(view: Window, ref: string) {
  const held = new Map<string, unknown>()
  return {
    get<T>(name: string): T | undefined {
      try {
        return (JSON.parse(view.sessionStorage.getItem(keyOf(ref, name)) ?? 'null') as T | null) ?? undefined
      } catch {
        return held.get(name) as T | undefined
      }
    },
    set(name: string, value: unknown): void {
      held.set(name, value)
      try {
        if (value === undefined) view.sessionStorage.removeItem(keyOf(ref, name))
        else view.sessionStorage.setItem(keyOf(ref, name), JSON.stringify(value))
      } catch {
        // Full or forbidden: what is held has to do.
      }
    },
  }
}

/** Whether something was sent that is not answered yet: from before a reload, or on another page. */
export function hasUnsent(view: Window, ref: string): boolean {
  try {
    return Object.keys(view.sessionStorage).some((key) => key.startsWith(keyOf(ref, 'send:')))
  } catch {
    return false
  }
}
