import Link from 'next/link'

export default function NotFound() {
  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 px-6 py-24">
      <h1 className="text-2xl">There is nothing at this address</h1>
      <p>It may have been deleted, or the address may be mistyped.</p>
      <p>
        <Link href="/" className="underline">
          To the clients
        </Link>
      </p>
    </main>
  )
}
