/** Where a link leads: into an agency, or to a new password. */
import { EntryForm, passwordField } from './EntryForm'

export interface JoinProps {
  readonly token: string
  /** Undefined when the link is over. */
  readonly link:
    | {
        readonly kind: 'invite' | 'reset'
        readonly agency: string
        readonly email: string
        readonly role: string
        /** Of a client’s own people: whose inbox it is. */
        readonly client: string | null
        readonly name: string | null
      }
    | undefined
}

export function Join({ token, link }: JoinProps) {
  if (!link)
    return (
      <main className="mx-auto flex min-h-dvh max-w-sm flex-col justify-center gap-3 px-6 py-12">
        <h1 className="text-xl font-medium">This link is over</h1>
        <p>It was used already, is too old, or a newer one was made. Ask whoever sent it for another.</p>
        <p>
          <a href="/sign-in" className="underline">
            Sign in
          </a>
        </p>
      </main>
    )
  const isInvitation = link.kind === 'invite'
  return (
    <EntryForm
      title={isInvitation ? `Join ${link.agency}` : 'Set a new password'}
      intro={
        isInvitation
          ? link.client
            ? `You are invited, with ${link.email}, to read and answer what visitors write to ${link.client}.`
            : `You are invited as ${link.role} with ${link.email}.`
          : `For ${link.name ?? link.email}. Every browser that is signed in now is signed out.`
      }
      path="/join"
      more={{ token }}
      button={isInvitation ? 'Join' : 'Set the password'}
      fields={[
        ...(isInvitation ? [{ name: 'name', label: 'Your name', autoComplete: 'name' }] : []),
        passwordField,
      ]}
    />
  )
}
