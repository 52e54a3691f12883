'use client'
import { SignInForm } from '../parts/SignInForm'

export function SignIn({ next, demo }: { next: string; demo?: { email: string; password: string } }) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-sm flex-col justify-center gap-8 px-6 py-12">
      <div>
        <p className="font-display text-3xl font-bold tracking-tight text-spruce">Yimble</p>
        <h1 className="mt-2 text-xl font-medium">Widgets that look as if they had always been there</h1>
      </div>
      <SignInForm demo={demo} onDone={() => window.location.assign(next)} />
    </main>
  )
}
