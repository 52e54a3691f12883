/** Where the words of a card stand that is led by a picture: below it, over it, or only for those who can't see it. */
import { choice } from '../core/settings/controls/choice'
import type { AnyValues, Form } from './block'
import { onCards } from './facts/group'

export const captionFields = {
  'captions.place': choice(
    [
      { value: 'below', label: 'Below the picture' },
      { value: 'over', label: 'Over the picture' },
      { value: 'none', label: 'Not shown' },
    ],
    { ...onCards, part: 'words', label: 'Words', default: 'below' },
  ),
}

type Place = 'below' | 'over' | 'none'
/** Kinds without the setting have their words below. */
export const captionPlace = (values: AnyValues): Place =>
  ((values as Readonly<Record<string, unknown>>)['captions.place'] as Place | undefined) ?? 'below'

/** What is dark enough for white words on any picture: 4.9 : 1 on white. */
const band = 'rgb(0 0 0/.62)'

export function captionStyles(values: AnyValues, form: Form): string {
  const place = captionPlace(values)
  const words = `.${form}.led>[part=words]`
  if (place === 'over')
    return `
    ${words}{
      position:absolute;inset-inline:0;inset-block-end:0;margin:0;padding:.6em .75em;
      border-radius:0 0 ${values['look.radius']}px ${values['look.radius']}px;background:${band};
    }
    ${words} [part]:not(.marked){color:#fff}
    ${words} .linked:has(>.marked){inset-block:auto calc(100% + .6em)}`
  // The title keeps its link and its name; its letters take no room.
  return place === 'none'
    ? `
    ${words}{position:static;margin:0;font-size:0;line-height:0}
    ${words} :is([part=title],[part=title] a){font-size:0;line-height:0}
    ${words} [part=title] a:focus-visible::after{outline:3px solid ${values['look.accent']};outline-offset:-3px}
    ${words} :is(.foot,[part=meta],[part=summary],[part=products],.count){display:none}`
    : ''
}
