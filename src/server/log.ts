/** JSON lines on standard output. Never a secret, never a visitor's data: log ids, codes and counts. */
import pino from 'pino'

export const log = pino({
  level: process.env.YIMBLE_LOG_LEVEL ?? 'info',
  base: { process: process.env.YIMBLE_PROCESS ?? 'studio' },
  redact: [
    'password',
    'token',
    'cookie',
    'authorization',
    '*.password',
    '*.token',
    '*.cookie',
    '*.authorization',
  ],
})
