/** A connection that listens to what PostgreSQL announces, made anew whenever it is lost. */
import pg from 'pg'
import { env } from '../env'
import { log } from '../log'

const limits = { heartbeatMs: 5_000, reconnectMs: 1_000 } as const

export interface Listening {
  readonly channel: string
  readonly onNotice: (payload: string) => void
  /** After each connection: what was announced meanwhile has not been heard. */
  readonly onConnect: () => Promise<void> | void
}

export function createListening({ channel, onNotice, onConnect }: Listening) {
  let listener: pg.Client | undefined
  let stopped = false
  let isConnected = false
  let beat: NodeJS.Timeout | undefined
  let next: NodeJS.Timeout | undefined

  async function listen(): Promise<void> {
    if (stopped) return
    const client = new pg.Client({
      connectionString: env().LISTEN_DATABASE_URL ?? env().DATABASE_URL,
      keepAlive: true,
      connectionTimeoutMillis: 4_000,
    })
    let isOver = false
    const over = () => {
      if (isOver) return
      isOver = true
      isConnected = false
      void client.end().catch(() => undefined) // it is broken already
      if (!stopped) next = setTimeout(() => void listen(), limits.reconnectMs).unref()
    }
    client.on('error', over)
    client.on('end', over)
    client.on('notification', ({ payload = '' }) => onNotice(payload))
    try {
      await client.connect()
      await client.query(`listen ${channel}`)
      listener = client
      await onConnect()
      isConnected = true
    } catch (error) {
      log.warn({ code: (error as { code?: string }).code, channel }, 'database away')
      over()
    }
  }

  /** A connection that is dead without saying so is found out. */
  function checkBeat(): void {
    const client = listener
    if (!client || !isConnected) return
    const late = setTimeout(() => client.emit('error', new Error('no heartbeat')), limits.heartbeatMs - 500)
    client.query('select 1').then(
      () => clearTimeout(late),
      () => clearTimeout(late),
    ) // its error event does the rest
  }

  return {
    isConnected: () => isConnected,
    async start(): Promise<void> {
      await listen()
      beat = setInterval(checkBeat, limits.heartbeatMs).unref()
    },
    async stop(): Promise<void> {
      stopped = true
      clearInterval(beat)
      clearTimeout(next)
      await listener?.end().catch(() => undefined) // going away anyhow
    },
  }
}
