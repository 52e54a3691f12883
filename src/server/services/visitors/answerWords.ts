/** What stands around an answer by mail. */
import type { Phrase } from '@/core/locale/phrase'

export const answerWords = {
  asked: {
    en: 'This is what you had written:',
    cy: 'Dyma’r hyn yr oeddech wedi’i ysgrifennu:',
    de: 'Das hatten Sie geschrieben:',
    es: 'Esto es lo que había escrito:',
    fr: 'Voici ce que vous aviez écrit :',
    it: 'Ecco che cosa aveva scritto:',
    nl: 'Dit had u geschreven:',
    pl: 'Oto, co było napisane:',
    pt: 'Foi isto que escreveu:',
    ar: 'هذا ما كنتم قد كتبتموه:',
  },
} satisfies Record<string, Phrase>
