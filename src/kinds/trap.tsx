/** @jsxImportSource preact */
/**
 * A field that people don't see; whoever fills in every field gives itself away. An island's door reads it from its box.
 * Filled in it is a suspicion and no refusal, because some browsers fill in what nobody sees.
 */
import type { VNode } from 'preact'

export const Trap = (): VNode => (
  <div class="unseen" aria-hidden="true">
    <input name="website" tabindex={-1} autocomplete="off" data-trap />
  </div>
)

/** Read by screen readers, or by nobody; takes no room. */
export const unseen =
  '.unseen{position:absolute!important;width:1px;height:1px;overflow:hidden;clip-path:inset(50%);white-space:nowrap}'
