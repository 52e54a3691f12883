/** Tells a database that is not there from one that refuses. */
const awayNames = /SequelizeConnection|SequelizeConnectionAcquireTimeout|SequelizeHostNotFound/
const awayCodes = new Set(['ECONNREFUSED', 'ECONNRESET', '57P01', '57P03', 'EPIPE'])

/** Whether an error only says that PostgreSQL is not there. */
export function isDatabaseAway(error: unknown): boolean {
  const {
    name = '',
    code = '',
    message = '',
    original,
  } = error as {
    name?: string
    code?: string
    message?: string
    original?: { code?: string; message?: string }
  }
  return (
    awayNames.test(name) ||
    awayCodes.has(code) ||
    awayCodes.has(original?.code ?? '') ||
    /Connection terminated|connection timeout|terminating connection/i.test(
      `${message} ${original?.message ?? ''}`,
    )
  )
}
