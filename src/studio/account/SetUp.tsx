/** The first visit to an empty studio: the agency and its owner. */
import { EntryForm, passwordField } from './EntryForm'

export const SetUp = () => (
  <EntryForm
    title="Set up the studio"
    intro="Nobody has been here yet. You become the owner: you can invite the others afterwards."
    path="/set-up"
    button="Set up"
    fields={[
      { name: 'agency', label: 'Name of the agency', autoComplete: 'organization' },
      { name: 'name', label: 'Your name', autoComplete: 'name' },
      { name: 'email', label: 'Your e-mail address', type: 'email', autoComplete: 'username' },
      passwordField,
    ]}
  />
)
