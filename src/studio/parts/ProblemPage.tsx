'use client'
/** Stands in for a view that could not be loaded; goes away by itself once the studio can. */
import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import { Button } from './Button'

const retryMs = 2_000

export function ProblemPage({ title, detail, retries }: { title: string; detail: string; retries: boolean }) {
  const router = useRouter()
  useEffect(() => {
    if (!retries) return
    const timer = setInterval(() => {
      void fetch('/healthz')
        .then((answer) => answer.json())
        .then(
          (health: { database?: string }) => {
            if (health.database === 'ok') router.refresh()
          },
          () => undefined,
        ) // still away: asked again
    }, retryMs)
    return () => clearInterval(timer)
  }, [retries, router])
  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 px-6 py-24">
      <h1 className="text-2xl">{title}</h1>
      <p role="alert">{detail}</p>
      <div className="flex gap-2">
        <Button look="main" onClick={() => router.refresh()}>
          Try now
        </Button>
        <a href="/" className="inline-flex h-8 items-center px-3 underline">
          To the clients
        </a>
      </div>
    </main>
  )
}
