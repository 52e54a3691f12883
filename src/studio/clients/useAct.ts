'use client'
/** Runs an action of a view: says what went wrong, shows the view's data anew when it worked. */
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from 'sonner'
import { sentenceOf } from '../api'

export function useAct(): { busy: boolean; act: (work: () => Promise<unknown>) => Promise<boolean> } {
  const router = useRouter()
  const [busy, setBusy] = useState(false)
  async function act(work: () => Promise<unknown>) {
    setBusy(true)
    try {
      await work()
      router.refresh()
      return true
    } catch (error) {
      toast.error(sentenceOf(error))
      return false
    } finally {
      setBusy(false)
    }
  }
  return { busy, act }
}
