export const test = async (_args: readonly string[]): Promise<number> => 1
