'use client'
/** Runs what may fail, one thing at a time as far as buttons show it; says what went wrong. */
import { useState } from 'react'
import { toast } from 'sonner'
import { sentenceOf } from '../api'

export function useBusy(): {
  readonly busy: boolean
  /** @returns whether it worked */
  readonly run: (work: () => Promise<unknown>) => Promise<boolean>
} {
  const [busy, setBusy] = useState(false)
  async function run(work: () => Promise<unknown>) {
    setBusy(true)
    try {
      await work()
      return true
    } catch (error) {
      toast.error(sentenceOf(error))
      return false
    } finally {
      setBusy(false)
    }
  }
  return { busy, run }
}
