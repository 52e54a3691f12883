/** How the picture looks while it is marked. Colours are those of the form, which stand in its stylesheet. */
export const markingStyles = `
[part=marking]{box-sizing:border-box;width:fit-content;min-width:min(36em,100vw - 32px);max-width:calc(100vw - 32px);max-height:calc(100dvh - 32px);margin:auto;padding:1.5em;border:0;border-radius:var(--radius);overflow:auto;color:var(--ink);background:var(--paper)}
[part=marking]::backdrop{background:rgb(0 0 0/.6)}
[part=marking][open]{display:grid;gap:.75em;justify-items:start}
[part=marking] p{margin:0}
[part=marking-title]{font-size:1.25em;line-height:1.3;font-weight:600}
[part=marking-how]{font-size:.875em;line-height:1.5;color:var(--quiet)}
[part=marking-tools],[part=marking-end]{display:flex;flex-wrap:wrap;gap:.5em 1.25em;align-items:center}
[part=marking-tools] button{display:flex;gap:.5em;align-items:center;min-height:2.75em;padding:0;border:0;border-bottom:2px solid transparent;font:inherit;color:inherit;background:none;cursor:pointer}
[part=marking-tools] button[aria-pressed=true]{border-color:var(--accent);font-weight:600}
[part=marking-tools] button:disabled{opacity:.45;cursor:default}
[part=marking-tools] i{width:1.125em;height:.875em;border:2px solid var(--accent)}
[part=marking-tools] [data-as=black] i{border-color:#000;background:#000;outline:1px solid #fff}
[part=marking-tools] [data-as]~:not([data-as]){color:var(--accent)}
[part=marking-picture]{position:relative;overflow:hidden;touch-action:none;cursor:crosshair;user-select:none;outline:1px solid var(--quiet)}
[part=marking-picture] canvas{display:block;width:100%;height:100%}
[part=marking-picture] [data-as]{position:absolute;cursor:move}
[part=marking-picture] [data-as=mark]{border:3px solid var(--accent);outline:2px solid #fff}
[part=marking-picture] [data-as=black]{background:#000}
[part=marking-picture] [data-as]:focus-visible{outline:3px solid var(--accent);outline-offset:3px;box-shadow:0 0 0 3px #fff}
[part=marking-picture] [data-far]{position:absolute;right:-3px;bottom:-3px;width:14px;height:14px;border:2px solid #fff;background:var(--accent);cursor:nwse-resize}
[part=marking] button:focus-visible{outline:2px solid var(--accent);outline-offset:2px;border-radius:2px}
`
