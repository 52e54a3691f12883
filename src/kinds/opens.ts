/** What a click on a picture does. */
import { choice } from '../core/settings/controls/choice'
import { onCards } from './facts/group'

export const opensFields = {
  'picture.opens': choice(
    [
      { value: 'large', label: 'Large, over the page', hint: 'With its words and its products' },
      { value: 'source', label: 'Where it was posted' },
      { value: 'none', label: 'Nothing' },
    ],
    { ...onCards, part: 'picture', label: 'A click opens it', default: 'large' },
  ),
}
