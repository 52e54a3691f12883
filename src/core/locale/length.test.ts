import { expect, test } from '@jest/globals'
import { lengthInWords } from './length'

test.each([
  [1, 'en', '1 minute'],
  [20, 'en', '20 minutes'],
  [90, 'en', '90 minutes'],
  [60, 'en', '1 hour'],
  [120, 'en', '2 hours'],
  [150, 'en', '2½ hours'],
  [135, 'en', '135 minutes'],
  [1440, 'en', '1 day'],
  [2880, 'en', '2 days'],
  [150, 'de', '2½ Stunden'],
  [120, 'pl', '2 godziny'],
  [300, 'pl', '5 godzin'],
  [20, 'ar', '٢٠ دقيقة'],
  [150, 'ar', '٢½ ساعات'],
])('%i minutes in %s: %s', (minutes, locale, said) => expect(lengthInWords(minutes, locale)).toBe(said))
