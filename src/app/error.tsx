'use client'
import { ProblemPage } from '@/studio/parts/ProblemPage'

export default function ErrorPage() {
  return (
    <ProblemPage
      title="Something broke here"
      detail="This is our fault, not yours. What is saved stays; load the view again."
      retries={false}
    />
  )
}
