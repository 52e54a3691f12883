/** Work that fails at an error which nothing else catches, so that the command goes on and ends what it has started. */
export async function orUncaught<T>(work: () => Promise<T>): Promise<T> {
  let fail!: (error: Error) => void
  const uncaught = new Promise<never>((_done, reject) => (fail = reject))
  process.on('uncaughtException', fail)
  try {
    return await Promise.race([work(), uncaught])
  } finally {
    process.off('uncaughtException', fail)
  }
}
