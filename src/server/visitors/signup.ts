/** Takes sign-ups. Whether an address is on the list already is told to its owner by mail, and to nobody else. */
import { signupActions } from '@/kinds/signup/actions'
import { askToConfirm } from '../services/visitors/subscribers'
import { answering } from './answers'

export const signupAnswers = answering(signupActions)(
  {
    async join({ email, consent }, { widget, page, suspicion, kept }) {
      const listId = String(widget.settings.list ?? '')
      if (!suspicion && listId && kept)
        await askToConfirm({ listId, email: email.toLowerCase(), consent, page, widget }, kept.transaction)
      return { state: 'asked' }
    },
  },
  ({ email, consent }) =>
    Promise.resolve({
      told: [
        { label: 'E-mail address', value: String(email), about: 'person' },
        { label: 'Agreed to', value: String(consent), about: 'matter' },
      ],
      sender: String(email).toLowerCase(),
    }),
)
