/** What every measurement shares: medians, percentiles, and the one line that it reports. */
import { cpus } from 'node:os'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'

export interface Line {
  readonly name: string
  readonly value: number
  readonly unit: string
  readonly budget: string
  readonly ok: boolean
}

/** Prints the line as soon as it is known. @param limit - the budget, as a bound: `['<=', 6]` */
export function line(name: string, value: number, unit: string, limit: readonly ['<=' | '>=', number]): Line {
  const rounded = Math.round(value * 1000) / 1000
  const made = {
    name,
    value: rounded,
    unit,
    budget: `${limit[0]} ${limit[1]}`,
    ok: limit[0] === '<=' ? value <= limit[1] : value >= limit[1],
  }
  console.log(JSON.stringify(made))
  return made
}

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? NaN
}
export const median = (values: readonly number[]): number => percentile(values, 0.5)

setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc') as (how: { type: 'major' | 'minor' }) => void

/** Median ms of each contender, taken in turns so that a slow moment of the machine meets all alike. */
export function inTurns<N extends string>(
  contenders: Readonly<Record<N, () => void>>,
  rounds: number,
): Record<N, number> {
  const names = Object.keys(contenders) as N[]
  collect({ type: 'major' })
  const times = Object.fromEntries(names.map((name) => [name, [] as number[]])) as Record<N, number[]>
  for (let round = 0; round < rounds + 5; round += 1) {
    for (const name of names) {
      // Each pays for what it leaves behind, and not always the same one for all of them.
      collect({ type: 'minor' })
      const begun = performance.now()
      contenders[name]()
      if (round >= 5) times[name].push(performance.now() - begun)
    }
  }
  return Object.fromEntries(names.map((name) => [name, median(times[name])])) as Record<N, number>
}

const busyMs = () => cpus().reduce((sum, { times }) => sum + times.user + times.sys, 0)

/** Waits until the machine has little to do: a world that has just begun reads all of its sources and pictures first. */
export async function quiet(mostS = 90): Promise<void> {
  for (let second = 0, calm = 0; second < mostS && calm < 3; second += 1) {
    const before = busyMs()
    await new Promise((done) => setTimeout(done, 1_000))
    calm = busyMs() - before < 250 ? calm + 1 : 0
  }
}
