/** For islands, and the inbox, in which something happens by itself. It runs in the page. */

/** How often it rings where no events get through. */
const everyMs = 5_000
/** A browser has few connections to one host: a tab that nobody looks at gives its own back after a while. */
const hiddenMs = 120_000

/**
 * Rings once it listens, whenever something is new, and every few seconds where server-sent events don't get through.
 * @param onRing - told what is new: the first word of its topic, or `all`
 * @returns its undo
 */
export function listen(url: string, onRing: (what: string) => void): () => void {
  let events: EventSource | undefined
  let timer: ReturnType<typeof setInterval> | undefined
  let hiding: ReturnType<typeof setTimeout> | undefined
  const close = () => {
    events?.close()
    events = undefined
    clearInterval(timer)
  }
  const open = () => {
    clearTimeout(hiding)
    if (events) return
    events = new EventSource(url)
    events.onmessage = ({ data }: MessageEvent<string>) => onRing(data)
    events.onopen = () => clearInterval(timer)
    // The browser tries again by itself, except where it was refused. Until it gets through, it is asked.
    events.onerror = () => {
      clearInterval(timer)
      timer = setInterval(() => onRing('all'), everyMs)
    }
  }
  const look = () => {
    if (!document.hidden) return open()
    hiding = setTimeout(close, hiddenMs)
  }
  document.addEventListener('visibilitychange', look)
  // A browser keeps a page that was left for a while, with its connections: its reader would count as there.
  addEventListener('pagehide', close)
  addEventListener('pageshow', open)
  open()
  return () => {
    document.removeEventListener('visibilitychange', look)
    removeEventListener('pagehide', close)
    removeEventListener('pageshow', open)
    clearTimeout(hiding)
    close()
  }
}
