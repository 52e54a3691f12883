import { newKey } from '@/kinds/newKey'

/** An id within a document: a letter, then letters and digits, that no other will have. */
export const newId = (): string => `k${newKey().slice(0, 12)}`
