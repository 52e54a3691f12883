/** How many of all there are, or which of them: said by whatever shows a part. */
import type { Phrase } from '../core/locale/phrase'

export const nOfM: Phrase = {
  en: '{n} of {m}',
  cy: '{n} o {m}',
  de: '{n} von {m}',
  es: '{n} de {m}',
  fr: '{n} sur {m}',
  it: '{n} di {m}',
  nl: '{n} van {m}',
  pl: '{n} z {m}',
  pt: '{n} de {m}',
  ar: '{n} من {m}',
}

/** @param pattern - such as `{n} of {m}` */
export const inNumbers = (pattern: string, n: number, m: number): string =>
  pattern.replace('{n}', String(n)).replace('{m}', String(m))
