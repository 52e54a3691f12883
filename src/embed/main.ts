/** Entry of `/embed.js`: the one place that takes the page's globals. */
import { begin } from './embed'

try {
  begin(window, document.currentScript as HTMLScriptElement | null)
} catch {
  // A guest never throws into the page; without us it is as it would be without the snippet.
}
