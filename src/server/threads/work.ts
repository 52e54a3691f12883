/** What threads do (`inThread.ts`). Each takes and gives plain values. */
import { prepareClientPage, type ClientPage } from '../../core/stage/clientPage'
import { timesOfEach, type Asked, type FreeTime, type TakenUp } from '../../core/booking/free'
import type { Calendar } from '../../core/booking/shape'
import { readBytes } from '../../core/readers/all'
import { busyIn, type BusyContext } from '../../core/readers/busy'
import type { ReadContext, Reading } from '../../core/readers/reader'
import type { Span } from '../../core/schedule/spans'
import { ownWords } from '../mail/ownWords'
import { rasterise } from './rasterise'
import { offsetsNamed, zoneTableOf } from '../zones'

const work = {
  /** @returns undefined for a page that nests deeper than anybody can read */
  preparePage({ markup, url }: { readonly markup: string; readonly url: string }): ClientPage | undefined {
    try {
      return prepareClientPage(markup, url)
    } catch (error) {
      if (error instanceof RangeError) return undefined
      throw error
    }
  },
  read: ({
    bytes,
    context,
  }: {
    readonly bytes: Uint8Array
    readonly context: Omit<ReadContext, 'zones'>
  }): Reading => readBytes(bytes, { ...context, zones: offsetsNamed }),
  /** @param own - UIDs of events that block nothing @param home - IANA name of the calendar's zone */
  busy: ({
    texts,
    range,
    home,
    own,
  }: {
    readonly texts: readonly string[]
    readonly range: BusyContext['range']
    readonly home: string
    readonly own: ReadonlySet<string>
  }): Span[] => {
    const context = {
      range,
      zones: offsetsNamed,
      home: zoneTableOf(home),
      isOwn: (uid: string) => own.has(uid),
    }
    return texts.flatMap((text) => busyIn(text, context))
  },
  ownWords,
  freeTimes: ({
    calendar,
    taken,
    asked,
    isFirst,
  }: {
    readonly calendar: Calendar
    readonly taken: readonly TakenUp[]
    readonly asked: readonly Asked[]
    readonly isFirst: boolean
  }): FreeTime[][] => timesOfEach({ calendar, zone: zoneTableOf(calendar.zone) }, taken, asked, isFirst),
  rasterise,
} as const
export type ThreadWork = typeof work

/** What a thread is asked: the name of some work, and what it takes. */
function run({ name, input }: { readonly name: keyof ThreadWork; readonly input: unknown }): unknown {
  return work[name](input as never)
}
export default run
