/** PostgreSQL killed and started again while visitors send. */
import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { request } from 'node:http'
import path from 'node:path'
import { world } from './world'

export const start = () =>
  spawnSync('tools/postgres.sh', ['start'], { env: process.env, stdio: 'ignore' }).status
/** Not stopped but killed: nothing of it gets to tidy up. */
export function kill(): void {
  const file = path.join(process.env.YIMBLE_PGDATA!, 'postmaster.pid')
  process.kill(Number(readFileSync(file, 'utf8').split('\n')[0]), 'SIGKILL')
}
/** What was left behind by the killed one ends by itself, a moment later. */
export async function startAgain(): Promise<void> {
  for (let tries = 0; tries < 10; tries += 1) {
    await wait(1_000)
    if (start() === 0) return
  }
  throw new Error('PostgreSQL did not start again')
}
export const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

export interface Sent {
  readonly ref: string
  readonly key: string
  readonly body: string
  /** Where it is sent from: every visitor has an address of the loopback's. */
  readonly from: string
}

const nothing = { status: 0, text: '' }
/** @returns the status, 0 when nothing answered */
export const post = (
  action: string,
  { ref, key, body, from }: Sent,
): Promise<{ status: number; text: string }> =>
  new Promise((done) => {
    const url = `${world.delivery}/x/${ref}/${action}?key=${key}`
    const asked = request(
      url,
      { method: 'POST', localAddress: from, agent: false, timeout: 8_000 },
      (answer) => {
        const pieces: Buffer[] = []
        answer.on('data', (piece: Buffer) => pieces.push(piece))
        answer.on('end', () =>
          done({ status: answer.statusCode ?? 0, text: Buffer.concat(pieces).toString() }),
        )
        answer.on('error', () => done(nothing))
      },
    )
    asked.on('timeout', () => asked.destroy())
    asked.on('error', () => done(nothing))
    asked.end(body)
  })
