/** What is looked after again and again. Each duty has a turn of its own: one that fails or takes long stops none of the others. */
import { log } from '../log'

export interface Duty {
  readonly name: string
  readonly everyMs: number
  readonly run: () => Promise<unknown>
}

export interface DutyState {
  readonly isFailing: boolean
  /** When it last went well. */
  readonly doneAt: string | null
}

/** @returns the state of each by name, and how they are stopped */
export function startDuties(duties: readonly Duty[]): {
  readonly states: () => Readonly<Record<string, DutyState>>
  readonly stop: () => void
} {
  const states = new Map<string, DutyState>()
  const timers = new Set<NodeJS.Timeout>()
  let isStopped = false
  const begin = ({ name, everyMs, run }: Duty) => {
    const turn = async () => {
      const before = states.get(name)
      try {
        await run()
        states.set(name, { isFailing: false, doneAt: new Date().toISOString() })
        if (before?.isFailing) log.info({ duty: name }, 'goes on')
      } catch (error) {
        states.set(name, { isFailing: true, doneAt: before?.doneAt ?? null })
        // Once for each time that it begins to fail.
        if (!before?.isFailing) log.error({ duty: name, error: (error as Error).message }, 'duty fails')
      }
    }
    const wait = () => {
      if (isStopped) return
      const timer = setTimeout(() => {
        timers.delete(timer)
        void turn().then(wait)
      }, everyMs)
      timers.add(timer)
    }
    wait()
  }
  duties.forEach(begin)
  return {
    states: () => Object.fromEntries(states),
    stop() {
      isStopped = true
      timers.forEach(clearTimeout)
    },
  }
}
