/** Ends a command with one clear sentence: what is in the way, and what to do. */
export class Stop extends Error {
  constructor(
    message: string,
    readonly exitCode = 1,
  ) {
    super(message)
  }
}
