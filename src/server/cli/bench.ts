export const bench = async (_args: readonly string[]): Promise<number> => 1
