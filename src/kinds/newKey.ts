/** 32 letters that nobody guesses. Not `randomUUID`: pages without TLS have none. */
export const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('')
