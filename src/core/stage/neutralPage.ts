/** A page for the stage while the client has no site yet: neutral, with a wide body, a side column and a dark footer. */
import type { FoundSlot } from './clientPage'

const place = (id: string, label: string, tag: string, words: string): FoundSlot => ({
  id,
  label,
  anchor: { selector: `#${id}`, at: 'start', tag, text: '', words },
})
export const neutralSlots: readonly FoundSlot[] = [
  place('body', 'Wide body', 'div', 'the body'),
  place('side', 'Side column', 'div', 'the side column'),
  place('foot', 'Dark footer', 'div', 'the footer'),
]

const words = (count: number) => '<p class="words"></p>'.repeat(count)

export const neutralPage = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>A neutral page</title><style>
body{margin:0;font:16px/1.5 system-ui,sans-serif;color:#33383d;background:#fff}
header,footer,.middle{padding:24px max(20px,calc(50vw - 540px))}
header{display:flex;justify-content:space-between;border-bottom:1px solid #e4e6e3}
header b,header i{display:block;height:14px;border-radius:7px;background:#d5d9d4;width:120px}header i{width:220px;opacity:.6}
.middle{display:flex;gap:40px;align-items:flex-start}.middle main{flex:1;min-width:0}.middle aside{flex:0 0 280px;min-width:0}
.words{height:10px;margin:0 0 12px;border-radius:5px;background:#eceeea}.words:nth-of-type(3n){width:72%}
h1{height:28px;width:60%;margin:8px 0 24px;border-radius:8px;background:#dfe3dd}
footer{background:#22282b;color:#e7ebe6}footer .words{background:#3a4245}
#body,#side,#foot{margin:24px 0}
@media(max-width:700px){.middle{display:block}header i{display:none}}
</style></head><body><header><b></b><i></i></header><div class="middle"><main><h1></h1>${words(4)}<div id="body"></div>${words(5)}</main><aside>${words(3)}<div id="side"></div></aside></div><footer>${words(2)}<div id="foot"></div></footer></body></html>`
