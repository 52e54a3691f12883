/** What is wrong with a widget in its place, from measurements on the stage: what, where, at which widths, and the mend. */
import type { Leaf, Settings, Step, Value } from '../settings/field'
import { contrast, drawnRatio, readableRatio, readableShade } from '../design/contrast'
import { frameFindings } from './frame'
import { originOfTiles } from './tiles'
import type { TextsMeasured } from '../stage/messages'

export interface Finding {
  readonly id: string
  readonly tone: 'look' | 'broken'
  readonly what: string
  /** At which container widths (px), in words; empty when it is the same everywhere. */
  readonly where: string
  readonly part: string
  /** Where it is mended, if not at a setting of its part. */
  readonly step?: Step
  readonly mend?: { readonly label: string; readonly path: string; readonly to: Leaf }
}

export interface Measured {
  /** CSS px: viewport, slot, widget, and the widest thing in the widget. */
  readonly viewport: number
  readonly slot: number
  readonly width: number
  readonly content: number
  /** Heights in CSS px: of what is drawn, and of the frame around it; null where there is none. */
  readonly height: number
  readonly frame: number | null
  readonly found: 'there' | 'moved' | 'lost'
  /** Refs of pictures that could not be loaded. */
  readonly broken: readonly string[]
  /** Names of the parts that are in it now. */
  readonly parts: readonly string[]
}

/** Settings of colours that text can have, and those that are drawn with; the ratio that each needs where it is not drawn at the moment. */
const colourRoles = [
  { path: 'look.title', part: 'title', label: 'Titles', needed: readableRatio },
  { path: 'look.text', part: 'summary', label: 'Text', needed: readableRatio },
  { path: 'look.muted', part: 'meta', label: 'Small print', needed: readableRatio },
  { path: 'look.accent', part: 'more', label: 'Links and buttons', needed: drawnRatio },
  { path: 'look.stars', part: 'stars', label: 'Stars', needed: drawnRatio },
] as const

/** Pictures that their publisher does not give: entries go without them, here and live. */
export function pictureFindings(
  items: readonly { readonly name: string; readonly imageLost?: number }[],
  measured: readonly Measured[],
): Finding[] {
  const without = items.filter((item) => item.imageLost)
  const broken = new Set(measured.flatMap((one) => one.broken)).size
  if (without.length + broken === 0) return []
  const names = without.slice(0, 2).map((item) => `“${item.name || 'Untitled'}”`)
  const more = without.length - names.length
  const whose = names.length > 0 ? `: ${names.join(', ')}${more > 0 ? ` and ${more} more` : ''}` : ''
  const count = without.length + broken
  return [
    {
      id: 'pictures',
      tone: 'look',
      part: 'picture',
      where: '',
      what: `${count === 1 ? 'One entry has' : `${count} entries have`} a picture that cannot be loaded, and show without it${whose}.`,
    },
  ]
}

/** Height in px that what opens has for its content, as its stylesheet gives it (`kinds/openings/`). */
function roomOf(values: Readonly<Record<string, Value>>, viewport: number, height: number): number {
  const set = (path: string) => Number(values[path] || Infinity)
  const isPhone = viewport <= 640
  switch (values['opening.as']) {
    case 'dialog':
      return Math.min(set('dialog.height'), height - 32)
    case 'corner':
      return isPhone ? height - 88 : Math.min(set('corner.height'), height - 72)
    default:
      return height - 64
  }
}
const greatestCornerPx = 900

/** What opens over the page and does not fit on a screen: it scrolls inside, and what is below is easily missed. */
export function openingFindings(
  opens: Readonly<Record<number, number>> | undefined,
  values: Readonly<Record<string, Value>>,
  screens: readonly { readonly viewport: number; readonly height: number }[],
  shown = 0,
): Finding[] {
  if (!opens) return []
  const fixed = values['opening.as'] === 'dialog' ? Number(values['dialog.height'] ?? 0) : 0
  const cut = screens.flatMap(({ viewport, height }) => {
    const wanted = opens[viewport] ?? 0
    const room = roomOf(values, viewport, height)
    return wanted > room + 1 ? [{ viewport, wanted, height, room }] : []
  })
  if (cut.length === 0) return []
  const most = Math.max(...cut.map((one) => one.wanted))
  const mayBeHigher = fixed > 0 && cut.some((one) => fixed < Math.min(one.wanted, one.height - 32))
  const corner = values['opening.as'] === 'corner' ? Number(values['corner.height']) : Infinity
  const cornerPx = Math.min(greatestCornerPx, Math.ceil(most / 10) * 10)
  const mayBeTaller = corner < cornerPx && cut.some((one) => one.room === corner)
  const fewer = Math.min(...cut.map(({ wanted, room }) => Math.floor((shown * room) / wanted)))
  const mend = mayBeHigher
    ? { label: 'As high as what is in it', path: 'dialog.height', to: 0 }
    : mayBeTaller
      ? { label: `${cornerPx} px high`, path: 'corner.height', to: cornerPx }
      : 'rules.limit' in values && fewer >= 1
        ? { label: fewer === 1 ? 'Show one entry' : `Show ${fewer} entries`, path: 'rules.limit', to: fewer }
        : undefined
  return [
    {
      id: 'opening',
      tone: 'look',
      part: 'surface',
      what: `Not all of it is to be seen once it is open: it scrolls inside. ${most} px would do.`,
      where: cut.map((one) => `${one.viewport} px: ${one.wanted} px high`).join(', '),
      ...(mend ? { mend } : {}),
    },
  ]
}

/** A list beside a map whose pictures come from nowhere: the list stands alone, here and live. */
export function mapFindings(values: Readonly<Record<string, Value>>): Finding[] {
  if (values.layout !== 'map' || originOfTiles(String(values['map.tiles'] ?? '')) !== undefined) return []
  return [
    {
      id: 'map',
      tone: 'look',
      part: 'map',
      where: '',
      what: values['map.tiles']
        ? 'There is no map beside the list: the address of its pictures has to begin with https:// and hold {z}, {x} and {y}.'
        : 'There is no map beside the list: nothing says where its pictures come from. Give their address under Arrange.',
    },
  ]
}

export function findingsOf(
  settings: Settings,
  measured: readonly Measured[],
  shown: number,
  total: number,
): Finding[] {
  return [...placeFindings(measured), ...frameFindings(measured), ...countFindings(settings, shown, total)]
}

function placeFindings(measured: readonly Measured[]): Finding[] {
  const lost = measured.some((one) => one.found === 'lost')
  const over = measured.filter((one) => one.content > one.slot + 1)
  return [
    ...(lost
      ? [
          {
            id: 'slot',
            tone: 'broken',
            what: 'The chosen place is not in this page any more, so the widget stands at the end of the page. Choose another under Place.',
            where: '',
            part: 'widget',
            step: 'place',
          } as const,
        ]
      : []),
    ...(over.length > 0
      ? [
          {
            id: 'overflow',
            tone: 'broken',
            what: 'Something is wider than its place and sticks out.',
            where: over.map((one) => `${Math.round(one.slot)} px`).join(', '),
            part: 'widget',
          } as const,
        ]
      : []),
  ]
}

function countFindings(settings: Settings, shown: number, total: number): Finding[] {
  const sources = settings.sources
  if (!Array.isArray(sources) || sources.length === 0) return []
  if (shown > 0) return []
  const what =
    total === 0
      ? 'The sources have nothing at the moment; visitors read the words for when it is empty.'
      : 'The rules let nothing through; visitors read the words for when it is empty.'
  return [{ id: 'empty', tone: 'look', what, where: '', part: 'empty' }]
}

/** What the stage has read at one width. */
export interface TextsRead {
  readonly viewport: number
  readonly texts: TextsMeasured
}

/** Texts that are drawn and cannot be read, or stand where nobody can measure it; then colours that would not be seen once they are drawn. */
export function textFindings(values: Readonly<Record<string, Value>>, read: readonly TextsRead[]): Finding[] {
  return [...weakFindings(values, read), ...unusedFindings(values, read), ...pictureGroundFindings(read)]
}

type Weak = TextsMeasured['weak'][number]

function weakFindings(values: Readonly<Record<string, Value>>, read: readonly TextsRead[]): Finding[] {
  const byKey = new Map<string, { readonly worst: Weak; readonly viewports: readonly number[] }>()
  for (const { viewport, texts } of read)
    for (const weak of texts.weak) {
      const key = `${weak.part} ${weak.colour} ${weak.ground}`
      const known = byKey.get(key)
      const isWorse = !known || weak.ratio < known.worst.ratio
      byKey.set(key, {
        worst: isWorse ? weak : known.worst,
        viewports: [...(known?.viewports ?? []), viewport],
      })
    }
  return [...byKey].map(([key, { worst, viewports }]) => {
    const { colour, ground, ratio, needed, part, sample } = worst
    const path = colourRoles.find((one) => hexOf(values[one.path]) === colour)?.path
    const mended = readableShade(colour, ground, needed)
    const isEverywhere = new Set(viewports).size === read.length
    return {
      id: `contrast ${key}`,
      tone: 'look' as const,
      part,
      what: `“${sample}” is hard to read here: contrast ${ratio.toFixed(1)} : 1, needed ${needed} : 1.`,
      where: isEverywhere ? '' : viewports.map((one) => `${one} px`).join(', '),
      ...(path ? { mend: { label: `Use ${mended}`, path, to: mended } } : {}),
    }
  })
}

/** Colours of states that are not drawn at the moment, such as the thanks of a form. */
function unusedFindings(values: Readonly<Record<string, Value>>, read: readonly TextsRead[]): Finding[] {
  const behind = read[0]?.texts.ground
  const ground = values['look.transparent'] === true ? behind : hexOf(values['look.background'])
  if (!ground) return []
  const drawn = new Set(read.flatMap(({ texts }) => texts.colours))
  return colourRoles.flatMap(({ path, part, label, needed }) => {
    const colour = hexOf(values[path])
    const ratio = colour && !drawn.has(colour) ? contrast(colour, ground) : undefined
    if (!colour || ratio === undefined || ratio >= needed) return []
    const mended = readableShade(colour, ground, needed)
    return [
      {
        id: `colour ${path}`,
        tone: 'look' as const,
        part,
        what: `${label} would be hard to see where they are drawn: contrast ${ratio.toFixed(1)} : 1, needed ${needed} : 1.`,
        where: '',
        mend: { label: `Use ${mended}`, path, to: mended },
      },
    ]
  })
}

function pictureGroundFindings(read: readonly TextsRead[]): Finding[] {
  const most = Math.max(0, ...read.map(({ texts }) => texts.onPictures))
  if (most === 0) return []
  return [
    {
      id: 'on pictures',
      tone: 'look',
      part: 'widget',
      what: `${most === 1 ? 'One text stands' : `${most} texts stand`} on a picture. Whether that can be read cannot be measured: have a look.`,
      where: '',
    },
  ]
}

const hexOf = (value: Value | undefined): string | undefined =>
  typeof value === 'string' && /^#[0-9a-f]{6}$/i.test(value) ? value.toLowerCase() : undefined
