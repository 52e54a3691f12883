/** For what somebody typed within a pattern of `like`: `%` and `_` stand for themselves. */
export const escapeLike = (words: string): string => words.trim().replace(/[\\%_]/g, '\\$&')
